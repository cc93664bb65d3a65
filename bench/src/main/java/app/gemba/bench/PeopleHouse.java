package app.gemba.bench;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnChoices;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.store.DataFolder;
import app.gemba.store.ImportSteps;
import app.gemba.store.ImportStore;
import app.gemba.store.ListStore;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/** A house in a temporary folder into which files of people are taken, as the application does. */
final class PeopleHouse implements AutoCloseable {
  private static final List<ColumnRole> ROLES =
      List.of(
          ColumnRole.OWN_ID,
          ColumnRole.NAME,
          ColumnRole.PHONE,
          ColumnRole.PHONE,
          ColumnRole.EMAIL,
          ColumnRole.FIELD,
          ColumnRole.FIELD,
          ColumnRole.FIELD,
          ColumnRole.AGREED,
          ColumnRole.FIELD);
  private static final PhoneReader PHONES = new PhoneReader();

  final DataFolder folder;
  final Store store;
  final long list;
  private final Clock clock = Clock.systemUTC();
  private final ImportStore imports;

  PeopleHouse(Path root) throws Exception {
    folder = DataFolder.open(root);
    store = Store.open(folder);
    imports = new ImportStore(store, folder.part("imports"));
    list =
        new ListStore(store)
            .add("Everybody", Optional.empty(), Optional.empty(), clock.instant())
            .id();
  }

  /** Takes a file in; gives the seconds from its start to its end. */
  double takeIn(Path file) throws Exception {
    String name = file.getFileName().toString();
    Path copy = Files.copy(file, folder.part("imports").resolve(name));
    long id =
        imports.add(
            new ImportStore.NewImport(
                name, name, name, "US", FileLook.at(copy, PHONES, "US"), Optional.empty()),
            Optional.empty(),
            clock.instant());
    imports.start(id, plan(), list, Optional.empty(), clock.instant());
    try (ImportRunner runner =
        new ImportRunner(new ImportSteps(store, folder.part("imports")), PHONES, clock)) {
      long begun = System.nanoTime();
      runner.begin(id);
      while (imports.get(id).state().equals("running")) {
        TimeUnit.MILLISECONDS.sleep(50);
      }
      double seconds = (System.nanoTime() - begun) / 1e9;
      ImportStore.Import is = imports.get(id);
      System.out.printf(
          "%s: %d new, %d merged, %d rejected in %.1f s%n",
          name, is.rowsNew(), is.rowsMerged(), is.rowsRejected(), seconds);
      return seconds;
    }
  }

  private static ImportPlan plan() {
    List<ColumnPlan> columns = new ArrayList<>();
    for (int i = 0; i < ROLES.size(); i++) {
      String header = PeopleFile.HEADERS.get(i);
      FieldType type = header.equals("Pass ends") ? FieldType.DATE : FieldType.TEXT;
      columns.add(new ColumnPlan(i, header, ROLES.get(i), ColumnChoices.NONE.type(type)));
    }
    return new ImportPlan(
        columns,
        "US",
        new AgreementSource.Column(Set.of(Channel.SMS), Set.of(Purpose.values()), "pass form"));
  }

  @Override
  public void close() throws IOException {
    store.close();
    folder.close();
  }
}
