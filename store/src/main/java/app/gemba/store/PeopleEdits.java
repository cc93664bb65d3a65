package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.PersonName;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is done to people by hand. */
public final class PeopleEdits {
  private final Store store;

  /** Over a store. */
  public PeopleEdits(Store store) {
    this.store = store;
  }

  /** A person's details as somebody changed them, and the version they were made from. */
  public record Details(
      int version, String name, String email, String ownId, Map<String, String> fields) {}

  /** Evidence for an agreement that is given to many at once. */
  public record Agreed(Channel channel, Set<Purpose> purposes, String how, LocalDate on) {}

  /**
   * Adds somebody by hand, or more about somebody known; puts them on a list where one is named.
   */
  public long add(PersonDraft draft, Optional<Long> list, Optional<Long> user, Instant now) {
    return write(
        db -> {
          PersonId person = TakeIn.one(db, draft, now);
          if (list.isPresent()) {
            Sql.update(
                db,
                "insert or ignore into list_member (list_id, person_id) values (?, ?)",
                list.get(),
                person.value());
          }
          AuditLog.add(db, user, "person added", String.valueOf(person.value()), "", now);
          return person.value();
        });
  }

  /**
   * Changes details.
   *
   * @throws Refused where somebody changed them since, or the id is somebody else's
   */
  public void change(long id, Details to, Optional<Long> user, Instant now) {
    write(
        db -> {
          if (Sql.number(
                  db,
                  "select count(*) from person_detail where own_id = ? and person_id <> ?",
                  to.ownId(),
                  id)
              > 0) {
            throw new Refused(Refused.Kind.INVALID, "This id belongs to somebody else.");
          }
          Map<String, String> before = PersonHistory.details(db, id);
          int changed =
              Sql.update(
                  db,
                  """
                  update person_detail set name = ?, email = nullif(?, ''), own_id = nullif(?, ''),
                    first_name = ?, last_name = ?, fields = ?, version = version + 1
                  where person_id = ? and version = ?
                  """,
                  to.name(),
                  to.email(),
                  to.ownId(),
                  PersonName.of(to.name()).first(),
                  PersonName.of(to.name()).last(),
                  Json.write(to.fields()),
                  id,
                  to.version());
          if (changed == 0) {
            throw new Refused(
                Refused.Kind.STALE,
                "Somebody changed this person meanwhile. Load the page again, then change it.");
          }
          PeopleSearch.keepWords(db, List.of(id));
          PersonHistory.keep(db, id, before, PersonHistory.details(db, id), user, now);
          return AuditLog.add(db, user, "person changed", String.valueOf(id), "", now);
        });
  }

  /** Gives a person one more number. */
  public void addNumber(long id, PhoneNumber number, Optional<Long> user, Instant now) {
    write(
        db -> {
          TakeIn.more(db, new PersonId(id), PersonDraft.ofNumber(number), now);
          PersonHistory.add(db, id, "number", "", number.e164(), user, now);
          return AuditLog.add(db, user, "number added", String.valueOf(id), "", now);
        });
  }

  /** Takes a number from a person; the number's own history stays. */
  public void removeNumber(long id, long number, Optional<Long> user, Instant now) {
    write(
        db -> {
          String e164 =
              Sql.first(
                      db,
                      "select n.e164 from person_number pn join number n on n.id = pn.number_id"
                          + " where pn.person_id = ? and pn.number_id = ?",
                      row -> row.getString(1),
                      id,
                      number)
                  .orElseThrow(() -> Refused.notFound("number of this person"));
          Sql.update(
              db, "delete from person_number where person_id = ? and number_id = ?", id, number);
          PersonHistory.add(db, id, "number", e164, "", user, now);
          return AuditLog.add(db, user, "number removed", String.valueOf(id), "", now);
        });
  }

  /** Says what a number of a person is for. */
  public void label(long id, long number, String label, Optional<Long> user, Instant now) {
    write(
        db -> {
          String before =
              Sql.first(
                      db,
                      "select label from person_number where person_id = ? and number_id = ?",
                      row -> row.getString(1),
                      id,
                      number)
                  .orElseThrow(() -> Refused.notFound("number of this person"));
          PersonHistory.add(db, id, "label of a number", before, label, user, now);
          return Sql.update(
              db,
              "update person_number set label = ? where person_id = ? and number_id = ?",
              label.strip(),
              id,
              number);
        });
  }

  /** What somebody said about being contacted, and how that is known. */
  public record Said(
      Agreement word, Set<Channel> channels, Set<Purpose> purposes, String how, LocalDate on) {}

  /** Writes into the ledger what a person said, for each of their numbers. */
  public void said(long id, Said said, Optional<Long> user, Instant now) {
    if (said.word() == Agreement.UNSAID) {
      throw new Refused(Refused.Kind.INVALID, "Say whether it was a yes or a no.");
    }
    write(
        db -> {
          for (Channel channel : said.channels()) {
            for (Purpose purpose : said.purposes()) {
              Sql.update(
                  db,
                  """
                  insert into consent_record (number_id, channel, purpose, word, said_on, how,
                    recorded_by, recorded_at)
                  select number_id, ?, ?, ?, ?, ?, ?, ? from person_number where person_id = ?
                  """,
                  channel,
                  purpose,
                  said.word(),
                  said.on().toString(),
                  said.how(),
                  user,
                  now,
                  id);
            }
          }
          return AuditLog.add(
              db, user, "agreement recorded", String.valueOf(id), said.word().name(), now);
        });
  }

  /**
   * Suppresses every number of a person, for both purposes; on all channels unless one is named.
   */
  public void suppress(
      long id, String why, Optional<Channel> channel, Optional<Long> user, Instant now) {
    write(
        db -> {
          Sql.update(
              db,
              """
              insert into suppression (number_id, channel, why, since, added_by)
              select number_id, ?1, ?2, ?3, ?4 from person_number pn where person_id = ?5
                and not exists (select 1 from suppression s where s.number_id = pn.number_id
                  and s.channel is ?1 and s.purpose is null and s.until is null)
              """,
              channel,
              why,
              now,
              user,
              id);
          return AuditLog.add(db, user, "person suppressed", String.valueOf(id), why, now);
        });
  }

  /**
   * Takes back what was suppressed by hand.
   *
   * @throws Refused where the person asked for it: that is not ours to take back
   */
  public void unsuppress(long id, Optional<Long> user, Instant now) {
    write(
        db -> {
          int lifted =
              Sql.update(
                  db,
                  """
                  update suppression set until = ? where until is null and added_by is not null
                    and number_id in (select number_id from person_number where person_id = ?)
                  """,
                  now,
                  id);
          if (lifted == 0) {
            throw new Refused(
                Refused.Kind.WRONG_STATE,
                "Nothing here was suppressed by hand. What a person asked for stays as it is.");
          }
          return AuditLog.add(db, user, "suppression lifted", String.valueOf(id), "", now);
        });
  }

  /** Writes an agreement for every number, with its evidence. */
  public void agree(List<String> numbers, Agreed agreed, Optional<Long> user, Instant now) {
    write(
        db -> {
          for (Purpose purpose : agreed.purposes()) {
            agreeTo(db, purpose, numbers, agreed, user, now);
          }
          return AuditLog.add(
              db, user, "agreement recorded", numbers.size() + " numbers", agreed.how(), now);
        });
  }

  private static void agreeTo(
      Connection db,
      Purpose purpose,
      List<String> numbers,
      Agreed agreed,
      Optional<Long> user,
      Instant now)
      throws SQLException {
    Sql.update(
        db,
        """
        insert into consent_record (number_id, channel, purpose, word, said_on, how, recorded_by,
          recorded_at)
        select n.id, ?, ?, 'YES', ?, ?, ?, ? from json_each(?) j join number n on n.e164 = j.value
        """,
        agreed.channel(),
        purpose,
        agreed.on().toString(),
        agreed.how(),
        user,
        now,
        Json.write(numbers));
  }

  private <T> T write(Writer.Job<T> job) {
    return store.writer().write(Urgency.DESK, job);
  }
}
