package app.gemba.store;

import java.math.BigInteger;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Forgets people: everything personal goes, what added up still does, and that they must not be
 * contacted is kept in a form that reveals nothing.
 */
public final class Forgetting {
  private static final BigInteger ELEVEN_DIGITS = BigInteger.TEN.pow(11);

  private final Store store;

  /** Over a store. */
  public Forgetting(Store store) {
    this.store = store;
  }

  /** A row of a file in which somebody stands who is to be forgotten. */
  public record FileRow(long importId, long row) {}

  /** The rows of files in which somebody stands. */
  public List<FileRow> rowsOf(long person) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select import_id, row_number from import_row where person_id = ?",
                row -> new FileRow(row.getLong(1), row.getLong(2)),
                person));
  }

  /** Attempts to reach somebody; where one was a call that was recorded, its sound is theirs. */
  public List<Long> attemptsAt(long person) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select a.id from audience_member m join attempt a on a.member_id = m.id"
                    + " where m.person_id = ?",
                row -> row.getLong(1),
                person));
  }

  /** Forgets somebody. Their numbers are suppressed for good, should they ever come again. */
  public void forget(long person, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              boolean there =
                  Sql.number(
                          db,
                          "select count(*) from person where id = ? and forgotten_at is null",
                          person)
                      > 0;
              if (!there) {
                throw Refused.notFound("person");
              }
              List<Long> numbers =
                  Sql.query(
                      db,
                      "select number_id from person_number where person_id = ?",
                      row -> row.getLong(1),
                      person);
              redactWords(db, person);
              Erasure.erase(db, Set.of(person), now);
              for (long number : numbers) {
                forgetNumber(db, number, now);
              }
              Sql.update(
                  db,
                  "update person set forgotten_at = ?1, deleted_at = coalesce(deleted_at, ?1)"
                      + " where id = ?2",
                  now,
                  person);
              return AuditLog.add(db, user, "person forgotten", String.valueOf(person), "", now);
            });
  }

  /** What was written to them, by them and about them. */
  private static void redactWords(Connection db, long person) throws SQLException {
    String members = "(select id from audience_member where person_id = ?)";
    for (String statement :
        List.of(
            "update attempt set text = '' where member_id in " + members,
            "update wire_event set detail = '' where attempt_id in"
                + " (select id from attempt where member_id in "
                + members
                + ")",
            "update incoming_text set text = '' where number_id in"
                + " (select number_id from person_number where person_id = ?)",
            "update follow_up set note = '' where member_id in " + members,
            "update agent_call set note = '' where attempt_id in"
                + " (select id from attempt where member_id in "
                + members
                + ")",
            "update act_person set saved = null where person_id = ?",
            "delete from import_change where person_id = ?",
            "delete from person_history where person_id = ?",
            "update import_row set person_id = null where person_id = ?")) {
      Sql.update(db, statement, person);
    }
  }

  /** A number that somebody else has too is theirs and stays. */
  private void forgetNumber(Connection db, long number, Instant now) throws SQLException {
    boolean shared =
        Sql.number(db, "select count(*) from person_number where number_id = ?", number) > 0;
    if (shared) {
      return;
    }
    String e164 =
        Sql.first(db, "select e164 from number where id = ?", row -> row.getString(1), number)
            .orElseThrow();
    String hash = store.numberHash().of(e164);
    Sql.update(
        db,
        "insert or ignore into forgotten_number (hash, why, since)"
            + " values (?, 'asked to be forgotten', ?)",
        hash,
        now);
    // No country has the code 999 (ITU-T E.164.D): a number that can never be anybody's.
    String nobodys =
        "+999" + String.format("%011d", new BigInteger(hash, 16).mod(ELEVEN_DIGITS).longValue());
    Sql.update(
        db,
        "update number set e164 = ?, region = 'ZZ', line_type = 'UNKNOWN', zones = '' where id = ?",
        nobodys,
        number);
    Sql.update(db, "delete from number_search where rowid = ?", number);
    Sql.update(
        db,
        """
        insert into suppression (number_id, why, since)
        values (?, 'asked to be forgotten', ?)
        """,
        number,
        now);
  }
}
