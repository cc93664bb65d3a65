package app.gemba.store;

import app.gemba.core.intake.CellNote;
import app.gemba.core.intake.Conflict;
import app.gemba.core.intake.ImportCheck.Counted;
import app.gemba.core.intake.ImportCheck.Outcome;
import app.gemba.core.intake.RejectReason;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The rows of a file that somebody may want to look at before it is taken in, in a scratch database
 * of their own: nothing of a file that only waits stands in the house's.
 */
public final class CheckedRows implements AutoCloseable {
  /** So many rows of each kind are kept to be shown; all are counted. */
  public static final int MOST_KEPT = 100_000;

  private static final int BATCH = 1_000;

  private final Connection db;
  private final List<Object[]> waiting = new ArrayList<>();
  private final Map<Kind, Long> counts = new EnumMap<>(Kind.class);

  /** Why a row is looked at. A row can be of several kinds. */
  public enum Kind {
    /** A cell cannot be used, or the row is rejected. */
    PROBLEM,
    /** A cell is worth a look. */
    ODD,
    /** About somebody known, or of a row before. */
    MERGED,
    /** Says something else about somebody known. */
    CONFLICT
  }

  /** A row as it was counted. */
  public record CheckedRow(
      long number,
      List<String> cells,
      Outcome outcome,
      Optional<String> reason,
      List<CellNote> notes,
      List<Conflict> conflicts) {

    /** From a row that has just been counted. */
    public static CheckedRow of(Counted row) {
      return new CheckedRow(
          row.number(),
          row.cells(),
          row.outcome(),
          row.reason().map(RejectReason::words),
          row.notes(),
          row.conflicts());
    }
  }

  private record Stored(
      List<String> cells,
      Outcome outcome,
      Optional<String> reason,
      List<CellNote> notes,
      List<Conflict> conflicts) {}

  private CheckedRows(Connection db) {
    this.db = db;
  }

  /** A new scratch database, in the place of one that is there. */
  public static CheckedRows create(Path file) throws IOException {
    Files.deleteIfExists(file);
    try {
      Connection db =
          DriverManager.getConnection("jdbc:sqlite:" + file + "?journal_mode=OFF&synchronous=OFF");
      Sql.update(
          db,
          "create table checked (kind text not null, number integer not null, row text not null,"
              + " primary key (kind, number)) strict, without rowid");
      db.setAutoCommit(false);
      return new CheckedRows(db);
    } catch (SQLException e) {
      throw new IOException("the rows could not be set aside to be looked at", e);
    }
  }

  /** Keeps a row under each of its kinds. */
  public void add(Counted row) {
    CheckedRow checked = CheckedRow.of(row);
    boolean any = false;
    String json = "";
    for (Kind kind : Kind.values()) {
      if (is(kind, row) && counts.merge(kind, 1L, Long::sum) <= MOST_KEPT) {
        json = any ? json : write(checked);
        any = true;
        waiting.add(new Object[] {kind, row.number(), json});
      }
    }
    if (waiting.size() >= BATCH) {
      flush();
    }
  }

  /** Puts what waits on disk, so that it can be read. */
  public void finish() {
    flush();
  }

  /** How many rows there are of each kind, those that are not kept among them. */
  public Map<Kind, Long> counts() {
    return Map.copyOf(counts);
  }

  /** Rows of a kind after one, in the order of the file. */
  public synchronized List<CheckedRow> page(Kind kind, long after, int limit) {
    try {
      return Sql.query(
          db,
          "select number, row from checked where kind = ? and number > ? order by number limit ?",
          CheckedRows::read,
          kind,
          after,
          limit);
    } catch (SQLException e) {
      throw new StoreFailure("The rows set aside could not be read: " + e.getMessage(), e);
    }
  }

  @Override
  public synchronized void close() {
    try {
      db.close();
    } catch (SQLException e) {
      throw new StoreFailure("The rows set aside could not be closed: " + e.getMessage(), e);
    }
  }

  private synchronized void flush() {
    try {
      Sql.batch(db, "insert into checked (kind, number, row) values (?, ?, ?)", waiting);
      db.commit();
      waiting.clear();
    } catch (SQLException e) {
      throw new StoreFailure("The rows could not be set aside: " + e.getMessage(), e);
    }
  }

  private static boolean is(Kind kind, Counted row) {
    return switch (kind) {
      case PROBLEM -> row.hasProblem();
      case ODD -> row.notes().stream().anyMatch(note -> !note.wrong());
      case MERGED -> row.outcome() == Outcome.MERGED;
      case CONFLICT -> !row.conflicts().isEmpty();
    };
  }

  private static String write(CheckedRow row) {
    return Json.write(
        new Stored(row.cells(), row.outcome(), row.reason(), row.notes(), row.conflicts()));
  }

  private static CheckedRow read(ResultSet row) throws SQLException {
    Stored is = Json.read(row.getString(2), Stored.class);
    return new CheckedRow(
        row.getLong(1), is.cells(), is.outcome(), is.reason(), is.notes(), is.conflicts());
  }
}
