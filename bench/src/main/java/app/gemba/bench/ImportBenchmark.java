package app.gemba.bench;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.phone.PhoneReader;
import app.gemba.engine.ImportRunner;
import app.gemba.store.DataFolder;
import app.gemba.store.ImportSteps;
import app.gemba.store.ImportStore;
import app.gemba.store.Store;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/**
 * A file taken in as it is, with numbers read, people merged and agreement recorded, beside reading
 * the same file with the CSV library and inserting its raw columns in batches.
 */
final class ImportBenchmark implements Benchmark {
  private static final int ROWS = 200_000;
  private static final int BATCH = 1_000;
  private static final List<ColumnRole> ROLES =
      List.of(
          ColumnRole.OWN_ID,
          ColumnRole.NAME,
          ColumnRole.PHONE,
          ColumnRole.EMAIL,
          ColumnRole.FIELD,
          ColumnRole.AGREED);
  private static final List<String> HEADERS =
      List.of("Guest no", "Name", "Mobile", "E-mail", "Home port", "Texts OK?");

  @Override
  public String about() {
    return "200,000 rows taken in, beside reading them and batch-inserting the raw columns";
  }

  @Override
  public Figures run() throws Exception {
    Path folder = Files.createTempDirectory("gemba-bench");
    Path file = write(folder.resolve("people.csv"));
    floor(file, folder.resolve("warm-up.db"));
    double floor = floor(file, folder.resolve("raw.db"));
    double ours = ours(file, folder.resolve("house"));
    return new Figures(ours, floor, "rows/s");
  }

  private static Path write(Path file) throws IOException {
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write(String.join(",", HEADERS));
      out.newLine();
      for (int i = 0; i < ROWS; i++) {
        out.write(
            String.format(
                "MF-%d,Guest %d Wick,(%d) %03d-%04d,guest%d@guests.example,Gull Steps,%s",
                i, i, 201 + i % 8, 200 + i / 10_000 % 700, i % 10_000, i, i % 9 == 0 ? "" : "yes"));
        out.newLine();
      }
    }
    return file;
  }

  private static double floor(Path file, Path database) throws IOException, SQLException {
    long begun = System.nanoTime();
    try (Connection db =
            DriverManager.getConnection(
                "jdbc:sqlite:" + database + "?journal_mode=WAL&synchronous=FULL");
        Statement statement = db.createStatement()) {
      statement.execute("create table raw (a text, b text, c text, d text, e text, f text)");
      db.setAutoCommit(false);
      try (PreparedStatement insert =
              db.prepareStatement("insert into raw values (?, ?, ?, ?, ?, ?)");
          CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(file)) {
        int waiting = 0;
        for (CsvRecord row : rows) {
          for (int i = 0; i < HEADERS.size(); i++) {
            insert.setString(i + 1, row.getField(i));
          }
          insert.addBatch();
          if (++waiting % BATCH == 0) {
            insert.executeBatch();
          }
        }
        insert.executeBatch();
      }
      db.commit();
    }
    return ROWS / ((System.nanoTime() - begun) / 1e9);
  }

  private static double ours(Path file, Path data) throws Exception {
    Clock clock = Clock.systemUTC();
    try (DataFolder folder = DataFolder.open(data);
        Store store = Store.open(folder)) {
      ImportStore imports = new ImportStore(store, folder.part("imports"));
      Files.copy(file, folder.part("imports").resolve("people.csv"));
      long list =
          new ListStore(store).add("All", Optional.empty(), Optional.empty(), clock.instant()).id();
      long id =
          imports.add(
              "people.csv",
              "people.csv",
              "",
              "US",
              ROWS,
              true,
              Optional.empty(),
              Optional.empty(),
              clock.instant());
      imports.start(id, plan(), list, Optional.empty(), clock.instant());
      try (ImportRunner runner =
          new ImportRunner(
              new ImportSteps(store, folder.part("imports")), new PhoneReader(), clock)) {
        long begun = System.nanoTime();
        runner.begin(id);
        while (imports.get(id).state().equals("running")) {
          TimeUnit.MILLISECONDS.sleep(50);
        }
        return ROWS / ((System.nanoTime() - begun) / 1e9);
      }
    }
  }

  private static ImportPlan plan() {
    List<ColumnPlan> columns =
        java.util.stream.IntStream.range(0, ROLES.size())
            .mapToObj(i -> new ColumnPlan(i, HEADERS.get(i), ROLES.get(i)))
            .toList();
    return new ImportPlan(
        columns,
        "US",
        new AgreementSource.Column(Set.of(Channel.SMS), Set.of(Purpose.values()), "pass form"));
  }
}
