package app.gemba.store;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Who may sign in, and the sessions that outlast a restart. */
public final class AccountStore {
  private final Store store;

  /** Over a store. */
  public AccountStore(Store store) {
    this.store = store;
  }

  /** An account without its secret. */
  public record Account(long id, String login, String name, String role, Instant createdAt) {}

  /** An account with its password's hash. */
  public record Credentials(Account account, String passwordHash) {}

  /** A session as it is kept. */
  public record KeptSession(String id, byte[] content) {}

  /** Whether anybody can sign in at all. */
  public boolean isEmpty() {
    return store.read(db -> Sql.number(db, "select count(*) from user_account")) == 0;
  }

  /** All accounts, by name. */
  public List<Account> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select * from user_account where disabled_at is null order by name",
                AccountStore::account));
  }

  /** By login, in any case. */
  public Optional<Credentials> byLogin(String login) {
    return store.read(
        db ->
            Sql.first(
                db,
                "select * from user_account where login = ? and disabled_at is null",
                row -> new Credentials(account(row), row.getString("password_hash")),
                login));
  }

  /**
   * Makes an account.
   *
   * @param onlyIfFirst refuse where there is one already
   * @throws Refused where the login is taken
   */
  public Account add(
      String login,
      String name,
      String passwordHash,
      String role,
      boolean onlyIfFirst,
      Optional<Long> by,
      Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              if (onlyIfFirst && Sql.number(db, "select count(*) from user_account") > 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE, "The first account is already there. Sign in.");
              }
              if (Sql.number(db, "select count(*) from user_account where login = ?", login) > 0) {
                throw new Refused(Refused.Kind.INVALID, "This login is taken. Choose another.");
              }
              long id =
                  Sql.insert(
                      db,
                      """
                      insert into user_account (login, name, password_hash, role, created_at)
                      values (?, ?, ?, ?, ?)
                      """,
                      login,
                      name,
                      passwordHash,
                      role,
                      now);
              AuditLog.add(db, by.or(() -> Optional.of(id)), "account made", login, role, now);
              return new Account(id, login, name, role, now);
            });
  }

  /** Keeps a session. */
  public void keepSession(String id, Optional<String> login, byte[] content, long expires) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db ->
                Sql.update(
                    db,
                    """
                    insert into user_session (id, login, content, last_used, expires)
                    values (?, ?, ?, ?, ?)
                    on conflict (id) do update set login = excluded.login,
                      content = excluded.content, last_used = excluded.last_used,
                      expires = excluded.expires
                    """,
                    id,
                    login,
                    content,
                    System.currentTimeMillis(),
                    expires));
  }

  /** Finds a session. */
  public Optional<KeptSession> session(String id) {
    return store.read(
        db ->
            Sql.first(
                db,
                "select id, content from user_session where id = ?",
                row -> new KeptSession(row.getString("id"), row.getBytes("content")),
                id));
  }

  /** Forgets a session. */
  public void dropSession(String id) {
    store
        .writer()
        .write(Urgency.DESK, db -> Sql.update(db, "delete from user_session where id = ?", id));
  }

  /** Forgets all sessions that have ended, by the machine's own clock. */
  public int dropSessionsEndedBefore(long millis) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db -> Sql.update(db, "delete from user_session where expires < ?", millis));
  }

  private static Account account(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Account(
        row.getLong("id"),
        row.getString("login"),
        row.getString("name"),
        row.getString("role"),
        Instant.parse(row.getString("created_at")));
  }
}
