package app.gemba.store;

import app.gemba.core.intake.CellEdits;
import app.gemba.core.intake.MergeRule;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** What somebody put right or decided in a file that waits to be taken in. */
public final class ImportEdits {
  private static final int LONGEST = 4_000;
  private final Store store;

  /** Over a store. */
  public ImportEdits(Store store) {
    this.store = store;
  }

  /**
   * Puts a cell right.
   *
   * @param value empty to have the cell as it stands in the file again
   */
  public void put(long id, long row, int column, Optional<String> value) {
    if (value.map(String::length).orElse(0) > LONGEST) {
      throw new Refused(Refused.Kind.INVALID, "A cell holds 4,000 characters at most.");
    }
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              requireDraft(db, id);
              Sql.update(
                  db,
                  "delete from import_edit where import_id = ? and row_number = ? and column_index = ?",
                  id,
                  row,
                  column);
              if (value.isPresent()) {
                Sql.update(
                    db,
                    "insert into import_edit (import_id, row_number, column_index, value)"
                        + " values (?, ?, ?, ?)",
                    id,
                    row,
                    column,
                    value.get());
              }
              return Sql.update(db, "update import set edits = edits + 1 where id = ?", id);
            });
  }

  /** Decides what becomes of one field of somebody known of whom a row says something else. */
  public void decide(long id, long row, String target, Optional<MergeRule> rule, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              requireDraft(db, id);
              Sql.update(
                  db,
                  "delete from import_decision where import_id = ? and row_number = ? and target = ?",
                  id,
                  row,
                  target);
              return rule.isEmpty()
                  ? 0
                  : Sql.update(
                      db,
                      "insert into import_decision (import_id, row_number, target, rule)"
                          + " values (?, ?, ?, ?)",
                      id,
                      row,
                      target,
                      rule);
            });
  }

  /** The cells that were put right. */
  public CellEdits of(long id) {
    return store.read(db -> of(db, id));
  }

  /** What was decided, by row and field. */
  public Map<Long, Map<String, MergeRule>> decisions(long id) {
    return store.read(db -> decisions(db, id));
  }

  static CellEdits of(Connection db, long id) throws SQLException {
    Map<Long, Map<Integer, String>> edits = new HashMap<>();
    Sql.query(
        db,
        "select row_number, column_index, value from import_edit where import_id = ?",
        row ->
            edits
                .computeIfAbsent(row.getLong(1), number -> new HashMap<>())
                .put(row.getInt(2), row.getString(3)),
        id);
    return new CellEdits(edits);
  }

  static Map<Long, Map<String, MergeRule>> decisions(Connection db, long id) throws SQLException {
    Map<Long, Map<String, MergeRule>> decisions = new HashMap<>();
    Sql.query(
        db,
        "select row_number, target, rule from import_decision where import_id = ?",
        row ->
            decisions
                .computeIfAbsent(row.getLong(1), number -> new HashMap<>())
                .put(row.getString(2), MergeRule.valueOf(row.getString(3))),
        id);
    return decisions;
  }

  private static void requireDraft(Connection db, long id) throws SQLException {
    boolean draft =
        Sql.number(db, "select count(*) from import where id = ? and state = 'draft'", id) > 0;
    if (!draft) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This file has been imported or put aside already; nothing was changed.");
    }
  }
}
