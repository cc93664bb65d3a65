package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What was done, by whom and when. Append-only, enforced by the database. */
public final class AuditLog {
  private final Store store;

  /** Over a store. */
  public AuditLog(Store store) {
    this.store = store;
  }

  /** One line. */
  public record Entry(
      long id, Instant at, Optional<String> who, String act, String subject, String detail) {}

  /** Writes a line of its own. */
  public void write(Optional<Long> user, String act, String subject, String detail, Instant now) {
    store.writer().write(Urgency.DESK, db -> add(db, user, act, subject, detail, now));
  }

  /** Writes a line as part of what it is about. */
  static long add(
      Connection db, Optional<Long> user, String act, String subject, String detail, Instant now)
      throws SQLException {
    return Sql.insert(
        db,
        "insert into audit (at, user_id, act, subject, detail) values (?, ?, ?, ?, ?)",
        now,
        user,
        act,
        subject,
        detail);
  }

  /** Newest first. */
  public Page<Entry> page(Optional<Long> before, int limit) {
    List<Entry> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    """
                    select a.id, a.at, u.name as who, a.act, a.subject, a.detail
                    from audit a left join user_account u on u.id = a.user_id
                    where a.id < ? order by a.id desc limit ?
                    """,
                    row ->
                        new Entry(
                            row.getLong("id"),
                            Instant.parse(row.getString("at")),
                            Sql.text(row, "who"),
                            row.getString("act"),
                            row.getString("subject"),
                            row.getString("detail")),
                    before.orElse(Long.MAX_VALUE),
                    limit + 1));
    return Page.of(rows, limit, entry -> String.valueOf(entry.id()));
  }
}
