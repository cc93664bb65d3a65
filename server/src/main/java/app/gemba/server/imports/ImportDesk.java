package app.gemba.server.imports;

import app.gemba.core.intake.ColumnGuess;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.DelimitedFile;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MappingGuesser;
import app.gemba.core.intake.UnreadableFile;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.PeopleStore;
import app.gemba.store.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Receives files, shows what they would become, and starts their import. */
@Component
public class ImportDesk {
  private static final int SAMPLE_ROWS = 300;
  private static final int SHOWN_ROWS = 30;

  private final ImportStore imports;
  private final PeopleStore people;
  private final HouseStore house;
  private final ImportRunner runner;
  private final PhoneReader phones;
  private final DataFolder folder;
  private final Clock clock;

  ImportDesk(
      ImportStore imports,
      PeopleStore people,
      HouseStore house,
      ImportRunner runner,
      PhoneReader phones,
      DataFolder folder,
      Clock clock) {
    this.imports = imports;
    this.people = people;
    this.house = house;
    this.runner = runner;
    this.phones = phones;
    this.folder = folder;
    this.clock = clock;
  }

  /**
   * A file on the desk.
   *
   * @param rows its own first rows
   * @param remembered how a file with the same columns was taken in the last time
   * @param earlier the last time that a file with the very same content was taken in
   */
  public record Proposal(
      Import of,
      List<ColumnGuess> columns,
      List<List<String>> rows,
      Optional<ImportPlan> remembered,
      Optional<ImportStore.Earlier> earlier) {}

  /** Keeps a file and looks at it; nothing is taken in yet. */
  public Proposal receive(String fileName, InputStream content, Optional<Long> user)
      throws IOException, UnreadableFile {
    String region = house.house().region();
    String storedAs = UUID.randomUUID() + ".csv";
    Path stored = folder.part("imports").resolve(storedAs);
    try {
      String sha256 = keep(content, stored);
      DelimitedFile file = DelimitedFile.open(stored, phones, region);
      OptionalLong cut = file.cutOffAt();
      long id =
          imports.add(
              plainName(fileName),
              storedAs,
              sha256,
              region,
              file.rows(),
              file.hasHeader(),
              cut.isPresent() ? Optional.of(cut.getAsLong()) : Optional.empty(),
              user,
              clock.instant());
      return proposal(id);
    } catch (IOException | UnreadableFile | RuntimeException e) {
      Files.deleteIfExists(stored);
      throw e;
    }
  }

  /** What a file would become. */
  public Proposal proposal(long id) throws IOException, UnreadableFile {
    Import of = imports.get(id);
    DelimitedFile file = DelimitedFile.open(imports.file(of), phones, of.region(), of.hasHeader());
    List<List<String>> sample = new ArrayList<>();
    file.forEachRow(
        row -> {
          sample.add(row.cells());
          return sample.size() < SAMPLE_ROWS;
        });
    List<ColumnGuess> guesses =
        new MappingGuesser(phones, of.region()).guess(file.headers(), sample);
    List<List<String>> shown = sample.subList(0, Math.min(SHOWN_ROWS, sample.size()));
    return new Proposal(
        of, guesses, shown, imports.lastPlanFor(file.headers()), imports.sameContent(id));
  }

  /** Says whether the first row of a file is a header. */
  public Proposal setHeader(long id, boolean hasHeader) throws IOException, UnreadableFile {
    Import of = imports.get(id);
    DelimitedFile file =
        DelimitedFile.open(imports.file(of), phones, of.region(), Optional.of(hasHeader));
    imports.setHeader(id, hasHeader, file.rows());
    return proposal(id);
  }

  /** Starts to take a file in, onto a list that is there or a new one. */
  public Import start(
      long id, ImportPlan plan, Optional<Long> listId, String newList, Optional<Long> user) {
    requireTakeable(plan);
    Import draft = imports.get(id);
    if (!draft.state().equals("draft")) {
      throw new Refused(
          Refused.Kind.WRONG_STATE, "This file has been imported or put aside already.");
    }
    long list =
        listId.isPresent()
            ? people.list(listId.get()).id()
            : people.addList(newList, user, clock.instant()).id();
    imports.start(id, plan, list, user, clock.instant());
    runner.begin(id);
    return imports.get(id);
  }

  private static void requireTakeable(ImportPlan plan) {
    boolean findsPeople =
        plan.has(ColumnRole.PHONE) || plan.has(ColumnRole.OWN_ID) || plan.has(ColumnRole.EMAIL);
    if (!findsPeople) {
      throw new Refused(
          Refused.Kind.INVALID,
          "No column says whom a row is about. Make one a phone, your own id or an e-mail.");
    }
    List<String> keys =
        plan.columns().stream()
            .filter(column -> column.role() == ColumnRole.FIELD)
            .map(ColumnPlan::fieldKey)
            .toList();
    if (keys.stream().distinct().count() < keys.size()) {
      throw new Refused(
          Refused.Kind.INVALID, "Two columns would become the same field. Leave one of them out.");
    }
  }

  private static String keep(InputStream content, Path target) throws IOException {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      try (DigestInputStream in = new DigestInputStream(content, digest)) {
        Files.copy(in, target);
      }
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }

  private static String plainName(String fileName) {
    String name = fileName.replaceAll("^.*[/\\\\]", "").replaceAll("\\p{Cntrl}", "").strip();
    return name.isEmpty() ? "file.csv" : name.substring(0, Math.min(120, name.length()));
  }
}
