package app.gemba.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Templates of WhatsApp messages, and what the platform says of them. */
public final class ChatTemplates {
  private final Store store;

  /** Over a store. */
  public ChatTemplates(Store store) {
    this.store = store;
  }

  /** Where a template is. */
  public enum State {
    SUBMITTED,
    APPROVED,
    REJECTED
  }

  /** What is submitted. */
  public record Draft(String name, String category, String language, String body) {}

  /**
   * A template.
   *
   * @param reason why it was rejected; blank otherwise
   */
  public record Template(
      long id,
      String name,
      String category,
      String language,
      String body,
      State state,
      String reason,
      Instant submittedAt) {}

  /** All templates, newest first. */
  public List<Template> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select * from chat_template order by id desc limit 500",
                ChatTemplates::template));
  }

  /** A template. */
  public Template get(long id) {
    return store.read(
        db ->
            Sql.first(db, "select * from chat_template where id = ?", ChatTemplates::template, id)
                .orElseThrow(() -> Refused.notFound("template")));
  }

  /**
   * Keeps a template that is about to be submitted. One that was rejected may be submitted again
   * under its name.
   *
   * @throws Refused where one of this name and language waits or is approved
   */
  public Template submit(Draft draft, Optional<Long> user, Instant now) {
    long id =
        store
            .writer()
            .write(
                Urgency.DESK,
                db -> {
                  Sql.update(
                      db,
                      """
                      delete from chat_template
                      where name = ? and language = ? and state = 'REJECTED'
                      """,
                      draft.name(),
                      draft.language());
                  long there =
                      Sql.number(
                          db,
                          "select count(*) from chat_template where name = ? and language = ?",
                          draft.name(),
                          draft.language());
                  if (there > 0) {
                    throw new Refused(
                        Refused.Kind.INVALID,
                        "There is a template of this name in this language already.");
                  }
                  AuditLog.add(db, user, "template submitted", draft.name(), draft.body(), now);
                  return Sql.insert(
                      db,
                      """
                      insert into chat_template
                        (name, category, language, body, state, submitted_at, submitted_by)
                      values (?, ?, ?, ?, 'SUBMITTED', ?, ?)
                      """,
                      draft.name(),
                      draft.category(),
                      draft.language(),
                      draft.body(),
                      now,
                      user);
                });
    return get(id);
  }

  /** Keeps what the platform decided. */
  public void decide(String name, String language, State state, String reason, Instant now) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db ->
                Sql.update(
                    db,
                    """
                    update chat_template set state = ?, reason = ?, decided_at = ?
                    where name = ? and language = ?
                    """,
                    state,
                    reason,
                    now,
                    name,
                    language));
  }

  /** Takes back a submission that never reached the platform. */
  public void withdraw(long id) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db, "delete from chat_template where id = ? and state = 'SUBMITTED'", id));
  }

  /** Whether a callback has been heard to its end. */
  public boolean hasHeard(String id) {
    return store.read(db -> Sql.number(db, "select count(*) from callback_heard where id = ?", id))
        > 0;
  }

  /**
   * Remembers a callback, now that all of it is kept: one that was cut short is heard again.
   *
   * @param forget what was heard before this is too old to be taken again anyway
   */
  public void heard(String id, Instant now, Instant forget) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              Sql.update(db, "delete from callback_heard where at < ?", forget);
              return Sql.update(
                  db, "insert or ignore into callback_heard (id, at) values (?, ?)", id, now);
            });
  }

  private static Template template(ResultSet row) throws SQLException {
    return new Template(
        row.getLong("id"),
        row.getString("name"),
        row.getString("category"),
        row.getString("language"),
        row.getString("body"),
        State.valueOf(row.getString("state")),
        row.getString("reason"),
        Instant.parse(row.getString("submitted_at")));
  }
}
