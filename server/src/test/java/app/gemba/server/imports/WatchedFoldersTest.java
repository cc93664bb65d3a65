package app.gemba.server.imports;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.server.people.ListAccess;
import app.gemba.store.DataFolder;
import app.gemba.store.Fields;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportSteps;
import app.gemba.store.ImportStore;
import app.gemba.store.ListStore;
import app.gemba.store.ListStore.NamedList;
import app.gemba.store.Mappings;
import app.gemba.store.Store;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that are put into a list's folder, with real files and a real database. */
class WatchedFoldersTest {
  private static final String BOOKINGS = "No,Name,Mobile\nMF-1,Oona Wick,207 555 0101\n";

  @TempDir Path root;
  private DataFolder folder;
  private Store store;
  private ImportStore imports;
  private ImportRunner runner;
  private ImportDesk desk;
  private WatchedFolders watched;
  private ListStore lists;
  private NamedList list;
  private Path drop;
  private final List<Long> ended = new CopyOnWriteArrayList<>();

  @BeforeEach
  void open() throws Exception {
    Clock clock = Clock.systemUTC();
    PhoneReader phones = new PhoneReader();
    folder = DataFolder.open(root.resolve("house"));
    store = Store.open(folder);
    imports = new ImportStore(store, folder.part("imports"));
    runner =
        new ImportRunner(new ImportSteps(store, folder.part("imports")), phones, clock, ended::add);
    lists = new ListStore(store);
    desk =
        new ImportDesk(
            imports,
            new Mappings(store),
            new Fields(store),
            lists,
            new ListAccess(lists),
            new HouseStore(store),
            runner,
            phones,
            folder,
            clock);
    watched = new WatchedFolders(lists, desk, imports, new Rejects(imports), folder, clock);
    list = lists.add("Walkers", Optional.empty(), Optional.empty(), clock.instant());
    lists.change(
        list.id(),
        new ListStore.Change(list.version(), "Walkers", "", List.of(), true, Optional.empty()),
        Optional.empty(),
        clock.instant());
    drop = folder.part("drop").resolve(list.folder());
    watched.look();
    importByHand();
  }

  @AfterEach
  void close() throws IOException {
    runner.close();
    store.close();
    folder.close();
  }

  @Test
  void whatIsCompleteIsTakenOnceAndWhatCannotBeSaysWhy() throws Exception {
    put(
        "new.csv",
        BOOKINGS.replace("0101", "0102").replace("MF-1", "MF-2") + "MF-3,Una,see notes\n");
    put("same-as-by-hand.csv", BOOKINGS);
    put("strange.csv", "Boat,Captain\nOrm,Ida Orme\n");
    put("empty.csv", "");
    put("half.csv.part", BOOKINGS);
    put(".hidden.csv", BOOKINGS);
    Path growing = put("growing.csv", "No,Name,Mobile\n");
    for (int i = 0; i < 8; i++) {
      watched.look();
      Files.writeString(
          growing, "MF-1%d,Guest %d,207 555 011%d\n".formatted(i, i, i), StandardOpenOption.APPEND);
      TimeUnit.MILLISECONDS.sleep(500);
    }
    watched.look();
    assertThat(in(".")).containsExactly(".hidden.csv", "growing.csv", "half.csv.part");
    settle();
    assertThat(in("."))
        .as("what is complete by now has gone too")
        .containsExactly(".hidden.csv", "half.csv.part");

    assertThat(report("taken/new.csv")).contains("2 rows: 1 new people", "1 rejected");
    assertThat(Files.readString(drop.resolve("taken/new.csv.rejects.csv")))
        .contains("MF-3,Una,see notes,no number in the text");
    assertThat(report("taken/growing.csv")).contains("8 rows: 8 new people");
    assertThat(report("taken/same-as-by-hand.csv")).contains("taken in onto this list before");
    assertThat(report("failed/strange.csv")).contains("No mapping is remembered", "Boat, Captain");
    assertThat(report("failed/empty.csv")).contains("empty");
    assertThat(lists.get(list.id()).people()).isEqualTo(10);
  }

  @Test
  void aFileOfTheSameNameKeepsTheOneBefore() throws Exception {
    put("day.csv", BOOKINGS.replace("0101", "0102").replace("MF-1", "MF-2"));
    settle();
    put("day.csv", BOOKINGS.replace("0101", "0103").replace("MF-1", "MF-3"));
    settle();
    assertThat(in("taken")).filteredOn(name -> name.endsWith("day.csv")).hasSize(2);
    assertThat(in("taken")).filteredOn(name -> name.endsWith("day.csv.report.txt")).hasSize(2);
    assertThat(Files.readString(drop.resolve("taken/day.csv"))).contains("MF-3");
    assertThat(lists.get(list.id()).people()).isEqualTo(3);
  }

  /** So that a mapping is remembered for such files. */
  private void importByHand() throws Exception {
    ImportDesk.Proposal proposal =
        desk.receive(
            ImportDesk.Source.chosen("by-hand.csv"),
            new ByteArrayInputStream(BOOKINGS.getBytes(StandardCharsets.UTF_8)),
            Optional.empty());
    assertThat(proposal.plan().agreement()).isInstanceOf(AgreementSource.None.class);
    desk.start(
        proposal.of().id(),
        proposal.plan(),
        new ImportDesk.Onto(Optional.of(list.id()), ""),
        Optional.empty());
    awaitEnds(1);
  }

  private Path put(String name, String content) throws IOException {
    return Files.writeString(drop.resolve(name), content);
  }

  /** Until nothing has been written for long enough, everything complete has been taken, and in. */
  private void settle() throws Exception {
    int before = ended.size();
    watched.look();
    TimeUnit.MILLISECONDS.sleep(3_200);
    watched.look();
    awaitEnds(before + 1);
    for (long id : List.copyOf(ended)) {
      watched.report(new ImportEnded(id));
    }
  }

  private void awaitEnds(int many) throws InterruptedException {
    while (ended.size() < many
        || store.read(
            db -> {
              try (var rows =
                  db.createStatement()
                      .executeQuery("select count(*) from import where state = 'running'")) {
                return rows.getLong(1) > 0;
              }
            })) {
      TimeUnit.MILLISECONDS.sleep(10);
    }
  }

  private String report(String file) throws IOException {
    return Files.readString(drop.resolve(file + ".report.txt"));
  }

  private List<String> in(String part) throws IOException {
    try (Stream<Path> files = Files.list(drop.resolve(part))) {
      return files
          .filter(Files::isRegularFile)
          .map(file -> file.getFileName().toString())
          .sorted()
          .toList();
    }
  }
}
