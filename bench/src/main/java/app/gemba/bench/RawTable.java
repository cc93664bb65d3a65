package app.gemba.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Collections;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** The floor of an import: the file read with the CSV library, its raw columns batch-inserted. */
final class RawTable {
  private static final int BATCH = 1_000;

  private RawTable() {}

  /** The seconds that it takes. */
  static double insert(Path file, int columns, Path database) throws IOException, SQLException {
    long begun = System.nanoTime();
    String names =
        IntStream.range(0, columns)
            .mapToObj(i -> "c" + i + " text")
            .collect(Collectors.joining(","));
    try (Connection db =
            DriverManager.getConnection(
                "jdbc:sqlite:" + database + "?journal_mode=WAL&synchronous=FULL");
        Statement statement = db.createStatement()) {
      statement.execute("create table raw (" + names + ")");
      db.setAutoCommit(false);
      try (PreparedStatement insert =
              db.prepareStatement(
                  "insert into raw values ("
                      + String.join(",", Collections.nCopies(columns, "?"))
                      + ")");
          CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(file)) {
        int waiting = 0;
        for (CsvRecord row : rows) {
          for (int i = 0; i < columns; i++) {
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
    return (System.nanoTime() - begun) / 1e9;
  }
}
