package app.gemba.store;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Takes imports back, step by step from the journal. Whoever an import brought goes again; what it
 * changed of others is as it was, but for what somebody changed since. Its consent records stay in
 * the ledger, which only grows, and no longer count.
 */
public final class ImportUndo {
  private static final int ROWS_A_STEP = 300;

  private final Store store;

  /** Over a store. */
  public ImportUndo(Store store) {
    this.store = store;
  }

  /**
   * Begins to take an import back, or stops one that is under way.
   *
   * @throws Refused where one of its people has been contacted since, or is in the audience of a
   *     campaign that was launched, naming who
   */
  public void begin(long id, Optional<Long> user, Instant now) {
    // Looked at before the writer is asked, since it walks over all rows.
    store.read(
        db -> {
          UndoHindrances.requireNone(db, id);
          return null;
        });
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              UndoHindrances.requireNoneSince(db, id, now);
              int begun =
                  Sql.update(
                      db,
                      """
                      update import set undo_state = 'going', undo_row = 0
                      where id = ? and state in ('running', 'done', 'failed') and undo_state is null
                      """,
                      id);
              if (begun == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE,
                    "This import has not begun, or is taken back already.");
              }
              return AuditLog.add(db, user, "import taken back", String.valueOf(id), "", now);
            });
  }

  /** Why an import cannot be taken back, in a sentence; empty where it can. */
  public Optional<String> hindrance(long id) {
    return store.read(
        db -> {
          try {
            UndoHindrances.requireNone(db, id);
            return Optional.<String>empty();
          } catch (Refused refused) {
            return Optional.of(refused.getMessage());
          }
        });
  }

  /** Imports that are being taken back. */
  List<Long> going() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id from import where undo_state = 'going' order by id",
                row -> row.getLong(1)));
  }

  /** Takes the next rows back; says whether there are more. */
  boolean some(long id, Instant now) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              long after = Sql.number(db, "select undo_row from import where id = ?", id);
              List<UndoStep.Row> rows =
                  Sql.query(
                      db,
                      """
                      select row_number, outcome, person_id from import_row
                      where import_id = ? and row_number > ? order by row_number limit ?
                      """,
                      row ->
                          new UndoStep.Row(
                              row.getLong(1), row.getString(2), Sql.id(row, "person_id")),
                      id,
                      after,
                      ROWS_A_STEP);
              if (rows.isEmpty()) {
                Sql.update(
                    db,
                    "update import set undo_state = 'done', undone_at = ?1, state = 'done',"
                        + " ended_at = coalesce(ended_at, ?1) where id = ?2",
                    now,
                    id);
                return false;
              }
              new UndoStep(db, id).takeBack(rows);
              Sql.update(
                  db,
                  "update import set undo_row = ? where id = ?",
                  rows.get(rows.size() - 1).number(),
                  id);
              return true;
            });
  }
}
