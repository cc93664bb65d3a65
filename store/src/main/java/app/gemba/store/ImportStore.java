package app.gemba.store;

import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.KnownPeople;
import app.gemba.core.intake.RejectReason;
import app.gemba.core.intake.file.TableFile;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Files taken in: what became of each, and of each of their rows. */
public final class ImportStore {
  private final Store store;
  private final Path folder;

  /** Over a store, with the folder in which files are kept. */
  public ImportStore(Store store, Path folder) {
    this.store = store;
    this.folder = folder;
  }

  /**
   * An import.
   *
   * @param state draft, running, done, failed, discarded, going-back or taken-back
   * @param file how its file is read
   * @param edits how often somebody put a cell right
   * @param resumedAtRow behind which row a run went on that was cut short
   * @param rejected rejected rows by reason
   * @param undoneRows rows taken back so far
   * @param keptPeople people who stay though the import that brought them is taken back, since
   *     somebody else brought them too
   * @param folder the list's folder in which the file was found, where it was
   */
  public record Import(
      long id,
      String fileName,
      String storedAs,
      String sha256,
      String state,
      String region,
      TableFile file,
      int edits,
      Optional<Long> listId,
      Optional<String> listName,
      long rowsDone,
      long rowsNew,
      long rowsMerged,
      long rowsRejected,
      Map<String, Long> rejected,
      Instant uploadedAt,
      Optional<Instant> startedAt,
      Optional<Instant> endedAt,
      Optional<String> failure,
      Optional<Long> resumedAtRow,
      long undoneRows,
      long keptPeople,
      Optional<String> folder) {}

  /** A file that has been kept and looked at. */
  public record NewImport(
      String fileName,
      String storedAs,
      String sha256,
      String region,
      TableFile file,
      Optional<String> folder) {}

  /** A rejected row. */
  public record Reject(long row, String reason) {}

  /** Keeps a file that has been looked at, before anything is taken in. */
  public long add(NewImport is, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.insert(
                    db,
                    """
                    insert into import (file_name, stored_as, sha256, state, region, row_count, look,
                      folder, uploaded_at, uploaded_by)
                    values (?, ?, ?, 'draft', ?, ?, ?, ?, ?, ?)
                    """,
                    is.fileName(),
                    is.storedAs(),
                    is.sha256(),
                    is.region(),
                    is.file().rows(),
                    Looks.write(is.file()),
                    is.folder(),
                    now,
                    user));
  }

  /** An import. */
  public Import get(long id) {
    return store.read(
        db ->
            Sql.first(db, SELECT + " where i.id = ?", row -> read(db, row), id)
                .orElseThrow(() -> Refused.notFound("import")));
  }

  /** An earlier file with the very same content. */
  public record Earlier(long id, Instant at, Optional<String> list) {}

  /** The last time a file with the same content as this one was taken in. */
  public Optional<Earlier> sameContent(long id) {
    return store.read(
        db ->
            Sql.first(
                db,
                """
                select i.id, i.ended_at, l.name from import i left join list l on l.id = i.list_id
                where i.sha256 = (select sha256 from import where id = ?1) and i.id <> ?1
                  and i.state = 'done' and i.undo_state is null order by i.id desc limit 1
                """,
                row ->
                    new Earlier(
                        row.getLong(1), Instant.parse(row.getString(2)), Sql.text(row, "name")),
                id));
  }

  /** A file that waits is read another way; what was put right in it is kept by row and column. */
  public void setFile(long id, TableFile file) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    "update import set look = ?, row_count = ?, edits = edits + 1"
                        + " where id = ? and state = 'draft'",
                    Looks.write(file),
                    file.rows(),
                    id));
  }

  /** A file that was taken in is read otherwise, since rows of it were erased. */
  public void setErased(long id, TableFile file) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> Sql.update(db, "update import set look = ? where id = ?", Looks.write(file), id));
  }

  /** Asks something of the people who are known, all of it seeing the same moment. */
  public <T> T asking(Function<KnownPeople, T> question) {
    return store.read(db -> question.apply(new PeopleLookup(db)));
  }

  /** Imports, newest first. */
  public Page<Import> page(Optional<Long> before, int limit) {
    List<Import> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    SELECT
                        + " where i.id < ? and i.state <> 'discarded' order by i.id desc limit ?",
                    row -> read(db, row),
                    before.orElse(Long.MAX_VALUE),
                    limit + 1));
    return Page.of(rows, limit, row -> String.valueOf(row.id()));
  }

  /** Where the file of an import is kept. */
  public Path file(Import of) {
    return folder.resolve(of.storedAs());
  }

  /** Whether a list has been given a file of this content before, and the import is in force. */
  public boolean hasTaken(String sha256, long list) {
    return store.read(
        db ->
            Sql.number(
                    db,
                    """
                    select count(*) from import where sha256 = ? and list_id = ?
                      and state in ('running', 'done') and undo_state is null
                    """,
                    sha256,
                    list)
                > 0);
  }

  /**
   * Starts an import.
   *
   * @throws Refused where it has been started or discarded before
   */
  public void start(long id, ImportPlan plan, long listId, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Fields.require(db, plan, now);
              Import of =
                  Sql.first(db, SELECT + " where i.id = ?", row -> read(db, row), id)
                      .orElseThrow(() -> Refused.notFound("import"));
              Mappings.remember(db, of.fileName(), of.file().headers(), plan, user, now);
              int started =
                  Sql.update(
                      db,
                      """
                      update import set state = 'running', plan = ?, list_id = ?, started_at = ?
                      where id = ? and state = 'draft'
                      """,
                      Plans.write(plan),
                      listId,
                      now,
                      id);
              if (started == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE, "This file has been imported or put aside already.");
              }
              return AuditLog.add(db, user, "import started", String.valueOf(id), "", now);
            });
  }

  /** Puts a file aside that has not been imported. */
  public void discard(long id, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int gone =
                  Sql.update(
                      db,
                      "update import set state = 'discarded' where id = ? and state = 'draft'",
                      id);
              if (gone == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE, "Only a file not yet imported can be put aside.");
              }
              return AuditLog.add(db, user, "import put aside", String.valueOf(id), "", now);
            });
  }

  /** Puts a file back on the desk that was put aside. */
  public void bringBack(long id, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int back =
                  Sql.update(
                      db,
                      "update import set state = 'draft' where id = ? and state = 'discarded'",
                      id);
              if (back == 0) {
                throw new Refused(Refused.Kind.WRONG_STATE, "This file has not been put aside.");
              }
              return AuditLog.add(db, user, "import brought back", String.valueOf(id), "", now);
            });
  }

  /** The rejected rows after a given one, in order. */
  public List<Reject> rejects(long id, long after, int limit) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select row_number, reason from import_row
                where import_id = ? and row_number > ? and outcome = 'rejected'
                order by row_number limit ?
                """,
                row -> new Reject(row.getLong(1), RejectReason.valueOf(row.getString(2)).words()),
                id,
                after,
                limit));
  }

  private static final String SELECT =
      "select i.*, l.name as list_name from import i left join list l on l.id = i.list_id";

  private Import read(Connection db, ResultSet row) throws SQLException {
    long id = row.getLong("id");
    Map<String, Long> rejected = new LinkedHashMap<>();
    Sql.query(
        db,
        "select reason, rows from import_reject where import_id = ? order by rows desc",
        reason ->
            rejected.put(RejectReason.valueOf(reason.getString(1)).words(), reason.getLong(2)),
        id);
    Optional<String> undo = Sql.text(row, "undo_state");
    String state =
        undo.map(is -> is.equals("going") ? "going-back" : "taken-back")
            .orElse(row.getString("state"));
    return new Import(
        id,
        row.getString("file_name"),
        row.getString("stored_as"),
        row.getString("sha256"),
        state,
        row.getString("region"),
        Looks.read(row.getString("look"), folder),
        row.getInt("edits"),
        Sql.id(row, "list_id"),
        Sql.text(row, "list_name"),
        row.getLong("rows_done"),
        row.getLong("rows_new"),
        row.getLong("rows_merged"),
        row.getLong("rows_rejected"),
        rejected,
        Instant.parse(row.getString("uploaded_at")),
        Sql.instant(row, "started_at"),
        Sql.instant(row, "ended_at"),
        Sql.text(row, "failure"),
        Sql.id(row, "resumed_at_row"),
        row.getLong("undo_row"),
        row.getLong("undo_kept"),
        Sql.text(row, "folder"));
  }
}
