package app.gemba.server.imports;

import app.gemba.core.intake.file.ShapeWishes;
import app.gemba.core.intake.file.UnreadableFile;
import app.gemba.store.DataFolder;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.ListStore;
import app.gemba.store.ListStore.NamedList;
import app.gemba.store.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Takes in what is put into the folder of a list, {@code drop/LIST} under the data folder: with the
 * mapping that is remembered for files of its shape, once it is complete, and once only. What was
 * taken is moved to {@code taken} with its report, what could not be to {@code failed} with the
 * reason.
 */
@Component
class WatchedFolders {
  private static final Logger LOG = LoggerFactory.getLogger(WatchedFolders.class);
  private static final Duration QUIET = Duration.ofSeconds(3);
  private static final String TAKEN = "taken";
  private static final String FAILED = "failed";
  private static final String REPORT = ".report.txt";
  private static final String REJECTS = ".rejects.csv";
  private static final List<String> UNFINISHED =
      List.of(".part", ".tmp", ".partial", ".crdownload", ".filepart");

  private final ListStore lists;
  private final ImportDesk desk;
  private final ImportStore imports;
  private final Rejects rejects;
  private final Path root;
  private final Clock clock;
  private final Map<Path, Seen> seen = new HashMap<>();

  WatchedFolders(
      ListStore lists,
      ImportDesk desk,
      ImportStore imports,
      Rejects rejects,
      DataFolder folder,
      Clock clock) {
    this.lists = lists;
    this.desk = desk;
    this.imports = imports;
    this.rejects = rejects;
    this.root = folder.part("drop");
    this.clock = clock;
  }

  /** A file as it was when it was last looked at, and since when it has been so. */
  private record Seen(long size, long changed, Instant since) {}

  @Scheduled(fixedDelay = 1_000)
  void look() {
    for (NamedList list : lists.watched()) {
      try {
        look(list);
      } catch (IOException | RuntimeException e) {
        LOG.warn("the folder of list {} could not be looked at: {}", list.id(), e.getMessage());
      }
    }
  }

  private void look(NamedList list) throws IOException {
    Path folder = root.resolve(list.folder());
    Files.createDirectories(folder.resolve(TAKEN));
    Files.createDirectories(folder.resolve(FAILED));
    List<Path> files;
    try (Stream<Path> all = Files.list(folder)) {
      files = all.filter(WatchedFolders::isFile).sorted().toList();
    }
    seen.keySet().removeIf(file -> file.startsWith(folder) && !files.contains(file));
    for (Path file : files) {
      if (isComplete(file)) {
        seen.remove(file);
        take(file, list);
      }
    }
  }

  private static boolean isFile(Path path) {
    String name = path.getFileName().toString().toLowerCase(Locale.ROOT);
    return Files.isRegularFile(path)
        && !name.startsWith(".")
        && UNFINISHED.stream().noneMatch(name::endsWith);
  }

  /** Whether nothing has been written to a file for a while. */
  private boolean isComplete(Path file) throws IOException {
    BasicFileAttributes is = Files.readAttributes(file, BasicFileAttributes.class);
    long changed = is.lastModifiedTime().toMillis();
    Instant now = Instant.now();
    Seen before = seen.get(file);
    if (before == null || before.size() != is.size() || before.changed() != changed) {
      seen.put(file, new Seen(is.size(), changed, now));
      return false;
    }
    return Duration.between(before.since(), now).compareTo(QUIET) >= 0;
  }

  private void take(Path file, NamedList list) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      ImportDesk.Source source =
          new ImportDesk.Source(
              file.getFileName().toString(), Optional.of(list.folder()), ShapeWishes.NONE);
      ImportDesk.Proposal proposal = desk.receive(source, in, Optional.empty());
      take(file, list, proposal);
    } catch (UnreadableFile unreadable) {
      putAside(file, FAILED, unreadable.getMessage());
    }
  }

  private void take(Path file, NamedList list, ImportDesk.Proposal proposal) throws IOException {
    long id = proposal.of().id();
    if (imports.hasTaken(proposal.of().sha256(), list.id())) {
      imports.discard(id, Optional.empty(), clock.instant());
      putAside(
          file,
          TAKEN,
          "The very same content has been taken in onto this list before. Nothing was taken.");
      return;
    }
    if (proposal.remembered().isEmpty()) {
      imports.discard(id, Optional.empty(), clock.instant());
      putAside(
          file,
          FAILED,
          "No mapping is remembered for files with these columns: "
              + String.join(", ", proposal.of().file().headers())
              + ". Nothing was taken. Import this file by hand once; the next one like it is taken"
              + " in by itself.");
      return;
    }
    try {
      desk.start(
          id, proposal.plan(), new ImportDesk.Onto(Optional.of(list.id()), ""), Optional.empty());
    } catch (Refused refused) {
      imports.discard(id, Optional.empty(), clock.instant());
      putAside(file, FAILED, refused.getMessage() + " Nothing was taken.");
      return;
    }
    putAside(file, TAKEN, "It is being taken in.");
    // It may have ended before its file stood where the report goes.
    if (!imports.get(id).state().equals("running")) {
      report(new ImportEnded(id));
    }
  }

  /** The report of an import of a watched folder, once it has ended. */
  @EventListener
  void report(ImportEnded ended) throws IOException {
    Import is = imports.get(ended.id());
    if (is.folder().isEmpty()) {
      return;
    }
    Path folder = root.resolve(is.folder().get());
    Path taken = folder.resolve(TAKEN);
    Path file = taken.resolve(is.fileName());
    if (is.failure().isPresent() && Files.exists(file)) {
      Files.deleteIfExists(taken.resolve(is.fileName() + REPORT));
      putAside(file, "../" + FAILED, is.failure().get());
      return;
    }
    Files.createDirectories(taken);
    Files.writeString(taken.resolve(is.fileName() + REPORT), words(is));
    if (is.rowsRejected() > 0) {
      try (OutputStream out = Files.newOutputStream(taken.resolve(is.fileName() + REJECTS))) {
        rejects.write(is, out);
      }
    }
  }

  private static String words(Import is) {
    String rejected =
        is.rejected().entrySet().stream()
            .map(reason -> reason.getValue() + " " + reason.getKey())
            .collect(Collectors.joining(", "));
    return "%d rows: %d new people, %d merged into somebody known, %d rejected%s.%nImport %d, SHA-256 %s%n"
        .formatted(
            is.file().rows(),
            is.rowsNew(),
            is.rowsMerged(),
            is.rowsRejected(),
            rejected.isEmpty() ? "" : " (" + rejected + ")",
            is.id(),
            is.sha256());
  }

  private static void putAside(Path file, String where, String why) throws IOException {
    Path folder = file.resolveSibling(where).normalize();
    Files.createDirectories(folder);
    String name = file.getFileName().toString();
    makeRoom(folder, name);
    Files.move(file, folder.resolve(name));
    Files.writeString(folder.resolve(name + REPORT), why + "\n");
  }

  /** A file of the same name that came before keeps its report, under its time. */
  private static void makeRoom(Path folder, String name) throws IOException {
    Path before = folder.resolve(name);
    if (!Files.exists(before)) {
      return;
    }
    String time = Files.getLastModifiedTime(before).toInstant().toString().replace(':', '-');
    String free = time + " " + name;
    for (int i = 2; Files.exists(folder.resolve(free)); i++) {
      free = time + " " + i + " " + name;
    }
    for (String ending : List.of("", REPORT, REJECTS)) {
      if (Files.exists(folder.resolve(name + ending))) {
        Files.move(folder.resolve(name + ending), folder.resolve(free + ending));
      }
    }
  }
}
