package app.gemba.server.imports;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnGuess;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.DayOrders;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MappingGuesser;
import app.gemba.core.intake.Rejected;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.intake.file.ShapeWishes;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.intake.file.UnreadableFile;
import app.gemba.core.people.SamePerson;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.server.people.ListAccess;
import app.gemba.store.DataFolder;
import app.gemba.store.Fields;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.ImportStore.NewImport;
import app.gemba.store.ListStore;
import app.gemba.store.Mappings;
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
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Receives files, shows what they would become, and starts their import. */
@Component
public class ImportDesk {
  private static final int SAMPLE_ROWS = 500;

  private final ImportStore imports;
  private final Mappings mappings;
  private final Fields fields;
  private final ListStore lists;
  private final ListAccess access;
  private final HouseStore house;
  private final ImportRunner runner;
  private final PhoneReader phones;
  private final DataFolder folder;
  private final Clock clock;

  ImportDesk(
      ImportStore imports,
      Mappings mappings,
      Fields fields,
      ListStore lists,
      ListAccess access,
      HouseStore house,
      ImportRunner runner,
      PhoneReader phones,
      DataFolder folder,
      Clock clock) {
    this.imports = imports;
    this.mappings = mappings;
    this.fields = fields;
    this.lists = lists;
    this.access = access;
    this.house = house;
    this.runner = runner;
    this.phones = phones;
    this.folder = folder;
    this.clock = clock;
  }

  /**
   * A file on the desk.
   *
   * @param plan how it would be taken in: as is remembered of files of its shape, or as is guessed
   * @param why a sentence for each column
   * @param remembered the mapping of files of its shape
   * @param earlier the last time that a file with the very same content was taken in
   */
  public record Proposal(
      Import of,
      ImportPlan plan,
      List<String> why,
      Optional<Mappings.Mapping> remembered,
      Optional<ImportStore.Earlier> earlier) {}

  /** Where a file comes from, beside its content. */
  public record Source(String fileName, Optional<String> folder, ShapeWishes wishes) {
    /** A file that somebody chose. */
    public static Source chosen(String fileName) {
      return new Source(fileName, Optional.empty(), ShapeWishes.NONE);
    }
  }

  /** Keeps a file and looks at it; nothing is taken in yet. */
  public Proposal receive(Source source, InputStream content, Optional<Long> user)
      throws IOException, UnreadableFile {
    String region = house.house().region();
    String storedAs = UUID.randomUUID().toString();
    Path stored = folder.part("imports").resolve(storedAs);
    try {
      String sha256 = keep(content, stored);
      TableFile file = new FileLook(phones, region).look(stored, source.wishes());
      long id =
          imports.add(
              new NewImport(
                  plainName(source.fileName()), storedAs, sha256, region, file, source.folder()),
              user,
              clock.instant());
      return proposal(id);
    } catch (IOException | UnreadableFile | RuntimeException e) {
      Files.deleteIfExists(stored);
      Files.deleteIfExists(stored.resolveSibling(storedAs + ".rows"));
      throw e;
    }
  }

  /** What a file would become. */
  public Proposal proposal(long id) throws IOException {
    Import of = imports.get(id);
    TableFile file = of.file();
    Optional<Mappings.Mapping> remembered = mappings.of(file.headers());
    List<ColumnGuess> guesses =
        new MappingGuesser(phones, of.region()).guess(file.headers(), file.sample(SAMPLE_ROWS));
    ImportPlan plan =
        remembered
            .map(mapping -> fitted(mapping.plan(), guesses))
            .orElseGet(() -> guessed(of, guesses));
    plan = asTheHouseHasThem(plan);
    List<String> why =
        guesses.stream()
            .map(guess -> remembered.isPresent() ? "As the last time." : guess.why())
            .toList();
    return new Proposal(of, plan, why, remembered, imports.sameContent(id));
  }

  /** A field that is there holds what it holds, whatever a file looks like. */
  private ImportPlan asTheHouseHasThem(ImportPlan plan) {
    Map<String, FieldType> known =
        fields.all().stream().collect(Collectors.toMap(Fields.Field::key, Fields.Field::type));
    return plan.withColumns(
        plan.columns().stream()
            .map(
                column ->
                    column.role() == ColumnRole.FIELD && known.containsKey(column.fieldKey())
                        ? column.holding(known.get(column.fieldKey()))
                        : column)
            .toList());
  }

  private static ImportPlan guessed(Import of, List<ColumnGuess> guesses) {
    List<ColumnPlan> columns = guesses.stream().map(ColumnGuess::plan).toList();
    boolean says = columns.stream().anyMatch(column -> column.role() == ColumnRole.AGREED);
    AgreementSource agreement = AgreementBody.proposed(says).read();
    return new ImportPlan(columns, of.region(), agreement, SamePerson.USUAL, List.of());
  }

  /** A file of rejects has one column more than the file it came from. */
  private static ImportPlan fitted(ImportPlan plan, List<ColumnGuess> guesses) {
    List<ColumnPlan> columns = new ArrayList<>(plan.columns());
    for (ColumnGuess guess : guesses.subList(columns.size(), guesses.size())) {
      columns.add(new ColumnPlan(guess.plan().index(), Rejected.COLUMN, ColumnRole.LEFT_OUT));
    }
    return plan.withColumns(columns);
  }

  /** Reads a file that waits in another way. */
  public Proposal reshape(long id, ShapeWishes wishes) throws IOException, UnreadableFile {
    Import of = imports.get(id);
    requireDraft(of);
    TableFile file = new FileLook(phones, of.region()).look(imports.file(of), wishes);
    imports.setFile(id, file);
    return proposal(id);
  }

  /** Onto which list a file goes: one that is there, or a new one. */
  public record Onto(Optional<Long> listId, String newList) {}

  /**
   * Starts to take a file in.
   *
   * @throws Refused where a question about it is open
   */
  public Import start(long id, ImportPlan plan, Onto onto, Optional<Long> user) throws IOException {
    requireTakeable(plan);
    Import draft = imports.get(id);
    requireDraft(draft);
    DayOrders.Decided decided = DayOrders.decide(plan, draft.file());
    requireNoQuestion(decided.asks());
    long list =
        onto.listId().isPresent()
            ? requireOrdinary(access.require(onto.listId().get())).id()
            : lists.add(onto.newList(), Optional.empty(), user, clock.instant()).id();
    imports.start(id, decided.plan(), list, user, clock.instant());
    runner.begin(id);
    return imports.get(id);
  }

  private static ListStore.NamedList requireOrdinary(ListStore.NamedList list) {
    if (list.filter().isPresent()) {
      throw new Refused(
          Refused.Kind.INVALID, "A filter holds nobody itself. Choose a list, or make a new one.");
    }
    return list;
  }

  private static void requireDraft(Import of) {
    if (!of.state().equals("draft")) {
      throw new Refused(
          Refused.Kind.WRONG_STATE, "This file has been imported or put aside already.");
    }
  }

  private static void requireNoQuestion(Map<String, String> asks) {
    if (!asks.isEmpty()) {
      throw new Refused(
          Refused.Kind.INVALID,
          asks.entrySet().stream()
                  .map(ask -> "“" + ask.getValue() + "” in the column “" + ask.getKey() + "”")
                  .collect(Collectors.joining(", "))
              + " could be either of two days. Say whether the day or the month comes first.");
    }
  }

  private static void requireTakeable(ImportPlan plan) {
    boolean findsPeople =
        plan.has(ColumnRole.PHONE) || plan.has(ColumnRole.OWN_ID) || plan.has(ColumnRole.EMAIL);
    if (!findsPeople) {
      throw new Refused(
          Refused.Kind.INVALID,
          "No column says whom a row is about. Make one a phone, your own id or an e-mail.");
    }
    Map<String, List<ColumnPlan>> byKey =
        plan.columns().stream()
            .filter(column -> column.role() == ColumnRole.FIELD)
            .collect(Collectors.groupingBy(ColumnPlan::fieldKey));
    byKey.forEach(
        (key, columns) -> {
          boolean joined = columns.stream().map(ColumnPlan::fieldName).distinct().count() == 1;
          boolean texts =
              columns.stream().allMatch(column -> column.choices().type() == FieldType.TEXT);
          if (columns.size() > 1 && (!joined || !texts)) {
            throw new Refused(
                Refused.Kind.INVALID,
                "Several columns become the field “"
                    + columns.get(0).fieldName()
                    + "”. They can be joined where they have the same name and hold texts; else leave"
                    + " one out.");
          }
        });
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
