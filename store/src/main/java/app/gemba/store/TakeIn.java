package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.Identity;
import app.gemba.core.people.PersonId;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Takes people in, a step at once: everybody whom the step could be about is looked up first, its
 * rows are merged in memory, and what came of them is written table by table in {@link #keep}.
 */
final class TakeIn {
  private final Connection db;
  private final Instant now;
  private final StepPeople people;
  private final List<Object[]> records = new ArrayList<>();

  private TakeIn(Connection db, Instant now, StepPeople people) {
    this.db = db;
    this.now = now;
    this.people = people;
  }

  /** For a step of drafts. */
  static TakeIn of(Connection db, Collection<PersonDraft> drafts, Instant now) throws SQLException {
    return new TakeIn(db, now, StepPeople.of(db, drafts));
  }

  /** One draft, taken in and kept. */
  static PersonId one(Connection db, PersonDraft draft, Instant now) throws SQLException {
    TakeIn step = of(db, List.of(draft), now);
    PersonId person = step.take(draft, step.known(draft)).person();
    step.keep();
    return person;
  }

  /** More about one person who is known, taken in and kept. */
  static void more(Connection db, PersonId person, PersonDraft draft, Instant now)
      throws SQLException {
    TakeIn step = of(db, List.of(draft), now);
    step.take(draft, Optional.of(person));
    step.keep();
  }

  /** Whom a row became, and whether that is somebody new. */
  record Taken(PersonId person, boolean fresh) {}

  /** The evidence that goes into the ledger with a row. */
  record Evidence(
      Set<Channel> channels,
      Set<Purpose> purposes,
      String how,
      Optional<Long> importId,
      Optional<Long> importRow,
      Optional<Long> recordedBy) {}

  /** Whom a row is about; empty where it is nobody known. */
  Optional<PersonId> known(PersonDraft draft) {
    return Identity.of(draft.ownId(), draft.email(), draft.numbers(), people);
  }

  /** Takes a row in. */
  Taken take(PersonDraft draft, Optional<PersonId> known) throws SQLException {
    StepPerson person = people.take(draft, known);
    return new Taken(new PersonId(person.id()), known.isEmpty());
  }

  /** Puts what the row says about agreement into the ledger, for each number it speaks of. */
  void record(PersonId person, PersonDraft draft, Evidence evidence) throws SQLException {
    if (draft.agreement() == Agreement.UNSAID) {
      return;
    }
    List<Long> spokenOf =
        draft.numbers().isEmpty()
            ? people.person(person).numbers()
            : draft.numbers().stream().map(people::numberId).toList();
    for (long number : spokenOf) {
      for (Channel channel : evidence.channels()) {
        for (Purpose purpose : evidence.purposes()) {
          records.add(recordRow(number, channel, purpose, draft, evidence));
        }
      }
    }
  }

  private Object[] recordRow(
      long number, Channel channel, Purpose purpose, PersonDraft draft, Evidence evidence) {
    return new Object[] {
      number,
      channel,
      purpose,
      draft.agreement(),
      draft.agreedOn().map(Object::toString),
      evidence.how(),
      evidence.importId(),
      evidence.importRow(),
      evidence.recordedBy(),
      now
    };
  }

  /** Writes the step. */
  void keep() throws SQLException {
    Sql.batch(
        db,
        "insert into number (id, e164, line_type, region, zones) values (?, ?, ?, ?, ?)",
        people.newNumbers().stream().map(is -> Numbers.row(is.id(), is.number())).toList());
    List<StepPerson> fresh = people.people().stream().filter(StepPerson::isFresh).toList();
    List<StepPerson> changed =
        people.people().stream().filter(one -> one.isChanged() && !one.isFresh()).toList();
    Sql.batch(
        db,
        "insert into person (id, taken_in_at) values (?, ?)",
        fresh.stream().map(one -> new Object[] {one.id(), now}).toList());
    Sql.batch(
        db,
        """
        insert into person_detail (own_id, name, first_name, email, fields, person_id)
        values (nullif(?, ''), ?, ?, nullif(?, ''), ?, ?)
        """,
        fresh.stream().map(StepPerson::detailRow).toList());
    Sql.batch(
        db,
        """
        update person_detail set own_id = nullif(?, ''), name = ?, first_name = ?,
          email = nullif(?, ''), fields = ?, version = version + 1
        where person_id = ?
        """,
        changed.stream().map(StepPerson::detailRow).toList());
    Sql.batch(
        db,
        "delete from person_word where person_id = ?",
        changed.stream().map(one -> new Object[] {one.id()}).toList());
    List<StepPerson> all = new ArrayList<>(fresh);
    all.addAll(changed);
    Sql.batch(
        db,
        "insert into person_word (word, person_id) values (?, ?)",
        all.stream().flatMap(one -> one.wordRows().stream()).toList());
    Sql.batch(
        db,
        "insert into person_number (person_id, position, number_id) values (?, ?, ?)",
        all.stream().flatMap(one -> one.newNumberRows().stream()).toList());
    Sql.batch(
        db,
        """
        insert into consent_record (number_id, channel, purpose, word, said_on, how,
          import_id, import_row, recorded_by, recorded_at)
        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
        """,
        records);
  }
}
