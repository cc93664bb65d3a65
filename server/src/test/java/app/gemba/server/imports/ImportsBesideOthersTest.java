package app.gemba.server.imports;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportSteps;
import app.gemba.store.ImportStore;
import app.gemba.store.ListStore;
import app.gemba.store.PeopleStore;
import app.gemba.store.Selection;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Imports beside each other, and beside what must not wait for them; on a real database. */
class ImportsBesideOthersTest {
  private static final PhoneReader PHONES = new PhoneReader();
  private static final Optional<Long> NOBODY = Optional.empty();
  private static final int LARGE = 60_000;

  /** What the issue asks: the brake waits no longer than this for an import. */
  private static final Duration LONGEST_WAIT = Duration.ofSeconds(1);

  @TempDir Path root;

  @ParameterizedTest
  @ValueSource(ints = {1, 2})
  void twoOverlappingFilesAtOnceGiveWhatOneAfterTheOtherGives(int seed) throws Exception {
    Path one = overlapping("one.csv", new Random(seed));
    Path other = overlapping("other.csv", new Random(seed + 10));
    List<String> atOnce = peopleAfter("at-once" + seed, List.of(one, other), true);
    List<String> forwards = peopleAfter("forwards" + seed, List.of(one, other), false);
    List<String> backwards = peopleAfter("backwards" + seed, List.of(other, one), false);
    assertThat(atOnce).isNotEmpty().isIn(forwards, backwards);
  }

  @Test
  void theBrakeNeverWaitsLongForALargeImport() throws Exception {
    StringBuilder csv = new StringBuilder("No,Name,Mobile,Port,OK\n");
    for (int i = 0; i < LARGE; i++) {
      csv.append(
          String.format(
              "MF-%d,Guest %d,+1 %d 55%d %04d,Pier,yes%n",
              i, i, 201 + i % 3 * 11, i / 10_000, i % 10_000));
    }
    Path file = Files.writeString(root.resolve("large.csv"), csv);
    try (House house = new House(root.resolve("large"))) {
      HouseStore switches = new HouseStore(house.store);
      long id = house.begin(file);
      Duration longest = Duration.ZERO;
      int presses = 0;
      while (house.isRunning(id)) {
        Instant pressed = Instant.now();
        switches.turn(HouseStore.Switch.BRAKE, presses++ % 2 == 0, NOBODY, pressed);
        Duration took = Duration.between(pressed, Instant.now());
        longest = took.compareTo(longest) > 0 ? took : longest;
        TimeUnit.MILLISECONDS.sleep(5);
      }
      assertThat(presses).as("pressed while it ran").isGreaterThan(20);
      assertThat(longest).isLessThan(LONGEST_WAIT);
      assertThat(house.people()).hasSize(LARGE);
    }
  }

  /** Few people under many names, numbers and ids, so that the two files meet. */
  private Path overlapping(String name, Random random) throws IOException {
    StringBuilder csv = new StringBuilder("No,Name,Mobile,Port,OK\n");
    for (int i = 0; i < 1_500; i++) {
      csv.append(random.nextInt(3) == 0 ? "MF-" + random.nextInt(200) : "").append(',');
      csv.append("Guest ").append(random.nextInt(150)).append(',');
      csv.append(String.format("207 555 %04d,", random.nextInt(300)));
      csv.append(random.nextInt(2) == 0 ? name : "").append(',');
      csv.append(random.nextInt(8) == 0 ? "no" : "yes").append('\n');
    }
    return Files.writeString(root.resolve(name), csv);
  }

  private List<String> peopleAfter(String name, List<Path> files, boolean atOnce) throws Exception {
    try (House house = new House(root.resolve(name))) {
      List<Long> begun = new ArrayList<>();
      for (Path file : files) {
        begun.add(house.begin(file));
        if (!atOnce) {
          house.await(begun.get(begun.size() - 1));
        }
      }
      for (long id : begun) {
        house.await(id);
      }
      return house.people();
    }
  }

  /** A house with one runner, as the application has it. */
  private static final class House implements AutoCloseable {
    private final Clock clock = Clock.systemUTC();
    private final DataFolder folder;
    private final Store store;
    private final ImportStore imports;
    private final ImportRunner runner;
    private final long list;

    House(Path root) throws IOException {
      folder = DataFolder.open(root);
      store = Store.open(folder);
      imports = new ImportStore(store, folder.part("imports"));
      runner = new ImportRunner(new ImportSteps(store, folder.part("imports")), PHONES, clock);
      list = new ListStore(store).add("All", Optional.empty(), NOBODY, clock.instant()).id();
    }

    long begin(Path file) throws Exception {
      String name = file.getFileName().toString();
      Path copy = Files.copy(file, folder.part("imports").resolve(name));
      long id =
          imports.add(
              new ImportStore.NewImport(
                  name, name, name, "US", FileLook.at(copy, PHONES, "US"), Optional.empty()),
              NOBODY,
              clock.instant());
      imports.start(id, plan(), list, NOBODY, clock.instant());
      runner.begin(id);
      return id;
    }

    boolean isRunning(long id) {
      return imports.get(id).state().equals("running");
    }

    void await(long id) throws InterruptedException {
      while (isRunning(id)) {
        TimeUnit.MILLISECONDS.sleep(10);
      }
      assertThat(imports.get(id).state()).isEqualTo("done");
    }

    /** Everybody, each as a line, whatever surrogate they have. */
    List<String> people() {
      PeopleStore people = new PeopleStore(store);
      List<String> lines = new ArrayList<>();
      long after = 0;
      List<PeopleStore.Leaving> page = people.leaving(all(), clock.instant(), after, 5_000);
      while (!page.isEmpty()) {
        for (PeopleStore.Leaving one : page) {
          lines.add(
              String.join(
                  "|", one.ownId(), one.name(), one.fields().toString(), one.numbers().toString()));
        }
        after = page.get(page.size() - 1).id();
        page = people.leaving(all(), clock.instant(), after, 5_000);
      }
      return lines.stream().sorted().toList();
    }

    private Selection all() {
      return Selection.ofList(list);
    }

    private static ImportPlan plan() {
      return new ImportPlan(
          List.of(
              new ColumnPlan(0, "No", ColumnRole.OWN_ID),
              new ColumnPlan(1, "Name", ColumnRole.NAME),
              new ColumnPlan(2, "Mobile", ColumnRole.PHONE),
              new ColumnPlan(3, "Port", ColumnRole.FIELD),
              new ColumnPlan(4, "OK", ColumnRole.AGREED)),
          "US",
          new AgreementSource.Column(Set.of(Channel.SMS), Set.of(Purpose.values()), "form"));
    }

    @Override
    public void close() throws IOException {
      runner.close();
      store.close();
      folder.close();
    }
  }
}
