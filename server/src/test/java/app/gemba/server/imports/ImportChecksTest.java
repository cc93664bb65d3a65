package app.gemba.server.imports;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportCheck;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import app.gemba.server.imports.ImportChecks.Progress;
import app.gemba.store.DataFolder;
import app.gemba.store.ImportEdits;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files counted in the background, on a real file and a real database. */
class ImportChecksTest {
  private static final Instant NOW = Instant.parse("2026-11-17T13:00:00Z");
  private static final int MANY = 60_000;
  private static final PhoneReader PHONES = new PhoneReader();

  @TempDir Path root;
  private DataFolder folder;
  private Store store;
  private ImportStore imports;
  private ImportChecks checks;

  @BeforeEach
  void open() throws IOException {
    folder = DataFolder.open(root.resolve("house"));
    store = Store.open(folder);
    imports = new ImportStore(store, folder.part("imports"));
    checks = new ImportChecks(imports, new ImportEdits(store), PHONES, folder);
  }

  @AfterEach
  void close() throws IOException {
    checks.close();
    store.close();
    folder.close();
  }

  @Test
  void aSmallFileIsAnsweredAtOnce() throws Exception {
    ImportCheck.Result result = whole(file(20), plan(ColumnRole.PHONE));
    assertThat(result.rows()).isEqualTo(20);
    assertThat(result.fresh()).isEqualTo(20);
  }

  @Test
  void aLargeFileTellsHowFarItIsAndThenTheSame() throws Exception {
    Import of = file(MANY);
    ImportPlan plan = plan(ColumnRole.PHONE);
    Progress first = checks.of(of, plan);
    assertThat(first.result()).as("not within one request").isEmpty();
    assertThat(first.rowsCounted()).isLessThan(MANY);
    ImportCheck.Result result = whole(of, plan);
    assertThat(result.rows()).isEqualTo(MANY);
    assertThat(result.fresh() + result.merged()).isEqualTo(MANY);
  }

  @Test
  void anotherPlanTakesThePlaceOfTheOneBefore() throws Exception {
    Import of = file(MANY);
    assertThat(checks.of(of, plan(ColumnRole.PHONE)).result()).isEmpty();
    ImportCheck.Result result = whole(of, plan(ColumnRole.FIELD));
    assertThat(result.rejected().values()).containsExactly((long) MANY);
  }

  @Test
  void aFilePutAsideMeanwhileIsNoFailure() throws Exception {
    Import of = file(MANY);
    checks.of(of, plan(ColumnRole.PHONE));
    checks.forget(of.id());
    assertThat(whole(of, plan(ColumnRole.PHONE)).rows()).isEqualTo(MANY);
  }

  private ImportCheck.Result whole(Import of, ImportPlan plan) throws Exception {
    long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    Progress progress = checks.of(of, plan);
    while (progress.result().isEmpty()) {
      assertThat(System.nanoTime()).as("counted in time").isLessThan(until);
      progress = checks.of(of, plan);
    }
    return progress.result().orElseThrow().counts();
  }

  private Import file(int rows) throws Exception {
    StringBuilder csv = new StringBuilder("Name,Mobile\n");
    for (int i = 0; i < rows; i++) {
      csv.append(String.format("Guest %d,+1 %d 555 %04d%n", i, 201 + i / 10_000 * 100, i % 10_000));
    }
    Path file = Files.writeString(folder.part("imports").resolve("a.csv"), csv);
    TableFile table = FileLook.at(file, PHONES, "US");
    long id =
        imports.add(
            new ImportStore.NewImport("a.csv", "a.csv", "", "US", table, Optional.empty()),
            Optional.empty(),
            NOW);
    return imports.get(id);
  }

  private static ImportPlan plan(ColumnRole mobile) {
    return new ImportPlan(
        List.of(new ColumnPlan(0, "Name", ColumnRole.NAME), new ColumnPlan(1, "Mobile", mobile)),
        "US",
        new AgreementSource.None());
  }
}
