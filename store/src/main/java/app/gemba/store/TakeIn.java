package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.Identity;
import app.gemba.core.people.PersonId;
import app.gemba.core.people.SamePerson;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
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
  private final List<Object[]> stops = new ArrayList<>();

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
    PersonId person =
        step.take(draft, step.known(draft, SamePerson.USUAL), MergeRules.USUAL).person();
    step.keep();
    return person;
  }

  /** More about one person who is known, taken in and kept. */
  static void more(Connection db, PersonId person, PersonDraft draft, Instant now)
      throws SQLException {
    TakeIn step = of(db, List.of(draft), now);
    step.take(draft, Optional.of(person), MergeRules.USUAL);
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
  Optional<PersonId> known(PersonDraft draft, SamePerson rule) {
    return Identity.of(
            draft.ownId(), draft.name().full(), draft.email(), draft.e164s(), rule, people)
        .person();
  }

  /** Takes a row in. */
  Taken take(PersonDraft draft, Optional<PersonId> known, MergeRules rules) throws SQLException {
    StepPerson person = people.take(draft, known, rules);
    return new Taken(new PersonId(person.id()), known.isEmpty());
  }

  /** Puts what the row says about agreement into the ledger, for each number it speaks of. */
  void record(PersonId person, PersonDraft draft, Evidence evidence) throws SQLException {
    if (draft.agreement() == Agreement.UNSAID) {
      return;
    }
    for (long number : spokenOf(person, draft)) {
      for (Channel channel : evidence.channels()) {
        for (Purpose purpose : evidence.purposes()) {
          records.add(recordRow(number, channel, purpose, draft, evidence));
        }
      }
    }
  }

  /** Suppresses the numbers of a row that says that nobody may contact the person. */
  void suppress(PersonId person, PersonDraft draft, String why, Evidence evidence)
      throws SQLException {
    for (long number : spokenOf(person, draft)) {
      stops.add(
          new Object[] {
            number,
            why,
            now,
            evidence.recordedBy(),
            evidence.importId(),
            number,
            evidence.importId()
          });
    }
  }

  private List<Long> spokenOf(PersonId person, PersonDraft draft) throws SQLException {
    return draft.numbers().isEmpty()
        ? people.person(person).numbers()
        : draft.numbers().stream().map(held -> people.numberId(held.number())).toList();
  }

  /**
   * People who were known before and are other than they were, for the journal. In the order of
   * their ids: an index that is written in order costs half of one that is not.
   */
  List<StepPerson> changed() {
    return people.people().stream()
        .filter(one -> one.isChanged() && !one.isFresh() && one.differs())
        .sorted(Comparator.comparingLong(StepPerson::id))
        .toList();
  }

  private Object[] recordRow(
      long number, Channel channel, Purpose purpose, PersonDraft draft, Evidence evidence) {
    return new Object[] {
      number,
      channel,
      purpose,
      draft.agreement(),
      draft.agreedOn().map(Object::toString),
      draft.agreedHow().isEmpty() ? evidence.how() : draft.agreedHow(),
      evidence.importId(),
      evidence.importRow(),
      evidence.recordedBy(),
      now
    };
  }

  /** Writes the step. */
  void keep() throws SQLException {
    List<StepPerson> fresh = people.people().stream().filter(StepPerson::isFresh).toList();
    List<StepPerson> changed = changed();
    keepNumbers();
    keepDetails(fresh, changed);
    keepHeldNumbers(fresh, changed);
    keepTags(fresh, changed);
    keepWords(fresh, changed);
    Sql.insertAll(
        db,
        """
        insert into consent_record (number_id, channel, purpose, word, said_on, how,
          import_id, import_row, recorded_by, recorded_at)
        """,
        records);
    Sql.batch(
        db,
        """
        insert into suppression (number_id, why, since, added_by, import_id)
        select ?, ?, ?, ?, ? where not exists (
          select 1 from suppression where number_id = ? and import_id is ?)
        """,
        stops);
  }

  private void keepNumbers() throws SQLException {
    Sql.insertAll(
        db,
        "insert into number (id, e164, line_type, region, zones)",
        people.newNumbers().stream().map(is -> Numbers.row(is.id(), is.number())).toList());
    Sql.insertAll(
        db,
        "insert into number_search (rowid, digits)",
        people.newNumbers().stream()
            .map(is -> new Object[] {is.id(), is.number().e164().substring(1)})
            .toList());
  }

  private void keepDetails(List<StepPerson> fresh, List<StepPerson> changed) throws SQLException {
    Sql.insertAll(
        db,
        "insert into person (id, taken_in_at)",
        fresh.stream().map(one -> new Object[] {one.id(), now}).toList());
    Sql.insertAll(
        db,
        """
        insert into person_detail (own_id, name, first_name, last_name, email, fields, person_id)
        """,
        fresh.stream().map(StepPerson::newDetailRow).toList());
    Sql.update(
        db,
        """
        update person_detail as d set own_id = nullif(j.value ->> 0, ''), name = j.value ->> 1,
          first_name = j.value ->> 2, last_name = j.value ->> 3, email = nullif(j.value ->> 4, ''),
          fields = j.value ->> 5, version = version + 1
        from json_each(?) j where d.person_id = j.value ->> 6
        """,
        Sql.rows(changed.stream().map(StepPerson::detailRow).toList()));
  }

  private void keepHeldNumbers(List<StepPerson> fresh, List<StepPerson> changed)
      throws SQLException {
    Sql.update(
        db,
        "delete from person_number where person_id in (select value from json_each(?))",
        Json.write(changed.stream().filter(one -> !one.onlyGained()).map(StepPerson::id).toList()));
    List<Object[]> rows = new ArrayList<>();
    fresh.forEach(one -> rows.addAll(one.numberRows(true)));
    changed.forEach(one -> rows.addAll(one.numberRows(!one.onlyGained())));
    Sql.insertAll(
        db, "insert into person_number (person_id, position, number_id, label, extension)", rows);
  }

  private void keepTags(List<StepPerson> fresh, List<StepPerson> changed) throws SQLException {
    List<Object[]> gained = new ArrayList<>();
    fresh.forEach(one -> gained.addAll(one.tagRows()));
    changed.forEach(one -> gained.addAll(one.tagRows()));
    Sql.insertAll(db, "insert into person_tag (tag_id, person_id)", gained);
    Sql.batch(
        db,
        "delete from person_tag where tag_id = ? and person_id = ?",
        changed.stream().flatMap(one -> one.lostTagRows().stream()).toList());
  }

  private void keepWords(List<StepPerson> fresh, List<StepPerson> changed) throws SQLException {
    Map<Long, String> tagNames = people.tagNames();
    List<Object[]> rows = new ArrayList<>();
    for (StepPerson one : changed) {
      String words = one.snapshot().words(tagNames);
      if (!one.before().map(was -> was.words(tagNames)).equals(Optional.of(words))) {
        rows.add(new Object[] {one.id(), words});
      }
    }
    Sql.insertAll(db, "insert or replace into person_search (rowid, words)", rows);
    Sql.insertAll(
        db,
        "insert into person_search (rowid, words)",
        fresh.stream()
            .map(one -> new Object[] {one.id(), one.snapshot().words(tagNames)})
            .toList());
  }
}
