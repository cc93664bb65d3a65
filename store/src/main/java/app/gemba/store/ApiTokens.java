package app.gemba.store;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;

/** Tokens by which programs come in. Each acts for the user who made it; only its hash is kept. */
public final class ApiTokens {
  private static final int BYTES = 32;

  private final Store store;
  private final SecureRandom random = new SecureRandom();

  /** Over a store. */
  public ApiTokens(Store store) {
    this.store = store;
  }

  /** A token, without what is secret about it. */
  public record ApiToken(
      long id, String name, String userName, Instant madeAt, Optional<Instant> lastUsedAt) {}

  /** A token that has just been made: its secret is shown once and kept nowhere. */
  public record Made(long id, String secret) {}

  /** For whom a token acts. */
  public record Bearer(long userId, String login, String name, String role) {}

  /** Makes a token for a user. */
  public Made make(String name, long user, Instant now) {
    byte[] bytes = new byte[BYTES];
    random.nextBytes(bytes);
    String secret = "gemba_" + Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    long id =
        store
            .writer()
            .write(
                Urgency.DESK,
                db -> {
                  AuditLog.add(db, Optional.of(user), "token made", name.strip(), "", now);
                  return Sql.insert(
                      db,
                      "insert into api_token (name, hash, user_id, made_at) values (?, ?, ?, ?)",
                      name.strip(),
                      hash(secret),
                      user,
                      now);
                });
    return new Made(id, secret);
  }

  /** Tokens in force. */
  public List<ApiToken> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select t.id, t.name, u.name as user_name, t.made_at, t.last_used_at
                from api_token t join user_account u on u.id = t.user_id
                where t.revoked_at is null order by t.id
                """,
                row ->
                    new ApiToken(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getString("user_name"),
                        Instant.parse(row.getString("made_at")),
                        Sql.instant(row, "last_used_at"))));
  }

  /** Ends a token at once. */
  public void revoke(long id, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int gone =
                  Sql.update(
                      db,
                      "update api_token set revoked_at = ? where id = ? and revoked_at is null",
                      now,
                      id);
              if (gone == 0) {
                throw Refused.notFound("token");
              }
              return AuditLog.add(db, user, "token revoked", String.valueOf(id), "", now);
            });
  }

  /** For whom a secret acts; empty where it is no token in force of somebody who still may. */
  public Optional<Bearer> bearer(String secret) {
    return store.read(
        db ->
            Sql.first(
                db,
                """
                select u.id, u.login, u.name, u.role from api_token t
                join user_account u on u.id = t.user_id
                where t.hash = ? and t.revoked_at is null and u.disabled_at is null
                """,
                row ->
                    new Bearer(
                        row.getLong(1), row.getString(2), row.getString(3), row.getString(4)),
                hash(secret)));
  }

  /** Notes that a token was used; once a minute is often enough. */
  public void used(String secret, Instant now) {
    store
        .writer()
        .submit(
            Urgency.BULK,
            db ->
                Sql.update(
                    db,
                    "update api_token set last_used_at = ?1 where hash = ?2"
                        + " and (last_used_at is null or last_used_at < ?3)",
                    now,
                    hash(secret),
                    now.minusSeconds(60)));
  }

  static String hash(String text) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }
}
