package app.gemba.store;

import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.Identity;
import app.gemba.core.people.PersonId;
import app.gemba.core.people.SearchWords;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Writes what one row says about a person: somebody new, or more about somebody known. */
final class TakeIn {
  private final Connection db;
  private final Instant now;

  TakeIn(Connection db, Instant now) {
    this.db = db;
    this.now = now;
  }

  /** Whom a row became, and whether that is somebody new. */
  record Taken(PersonId person, boolean fresh) {}

  /** The evidence that goes into the ledger with a row. */
  record Evidence(
      Channel channel,
      Set<Purpose> purposes,
      String how,
      Optional<Long> importId,
      Optional<Long> importRow,
      Optional<Long> recordedBy) {}

  /** Whom a row is about; empty where it is nobody known. */
  Optional<PersonId> known(PersonDraft draft) {
    return Identity.of(draft.ownId(), draft.email(), draft.numbers(), new PeopleLookup(db));
  }

  /** Takes a row in. */
  Taken take(PersonDraft draft, Optional<PersonId> known) throws SQLException {
    long person = known.isPresent() ? known.get().value() : insert(draft);
    if (known.isPresent()) {
      addTo(person, draft);
    }
    for (PhoneNumber number : draft.numbers()) {
      long id = Numbers.keep(db, number);
      Sql.update(
          db,
          """
          insert or ignore into person_number (person_id, position, number_id)
          select ?, coalesce(max(position), 0) + 1, ? from person_number where person_id = ?
          """,
          person,
          id,
          person);
    }
    if (known.isPresent()) {
      PeopleSearch.keepWords(db, person);
    } else {
      PeopleSearch.addWords(db, person, SearchWords.of(draft.name(), draft.email(), draft.ownId()));
    }
    return new Taken(new PersonId(person), known.isEmpty());
  }

  /** Puts what the row says about agreement into the ledger, for each number it speaks of. */
  void record(PersonId person, PersonDraft draft, Evidence evidence) throws SQLException {
    if (draft.agreement() == Agreement.UNSAID) {
      return;
    }
    for (long number : numbersSpokenOf(person, draft)) {
      for (Purpose purpose : evidence.purposes()) {
        Sql.update(
            db,
            """
            insert into consent_record (number_id, channel, purpose, word, said_on, how,
              import_id, import_row, recorded_by, recorded_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """,
            number,
            evidence.channel(),
            purpose,
            draft.agreement(),
            draft.agreedOn().map(Object::toString),
            evidence.how(),
            evidence.importId(),
            evidence.importRow(),
            evidence.recordedBy(),
            now);
      }
    }
  }

  private List<Long> numbersSpokenOf(PersonId person, PersonDraft draft) throws SQLException {
    if (draft.numbers().isEmpty()) {
      return Sql.query(
          db,
          "select number_id from person_number where person_id = ?",
          row -> row.getLong(1),
          person.value());
    }
    List<Long> ids = new ArrayList<>();
    for (PhoneNumber number : draft.numbers()) {
      ids.add(Numbers.keep(db, number));
    }
    return ids;
  }

  private long insert(PersonDraft draft) throws SQLException {
    long person = Sql.insert(db, "insert into person (taken_in_at) values (?)", now);
    Sql.update(
        db,
        """
        insert into person_detail (person_id, own_id, name, first_name, email, fields)
        values (?, nullif(?, ''), ?, ?, nullif(?, ''), ?)
        """,
        person,
        draft.ownId(),
        draft.name(),
        draft.firstName(),
        draft.email(),
        Json.write(draft.fields()));
    return person;
  }

  /** What is known stays where the row is blank; custom fields take the newest word. */
  private void addTo(long person, PersonDraft draft) throws SQLException {
    Sql.update(
        db,
        """
        update person_detail set
          own_id = coalesce(own_id, nullif(?, '')),
          name = case when name = '' then ? else name end,
          first_name = case when first_name = '' then ? else first_name end,
          email = coalesce(email, nullif(?, '')),
          fields = json_patch(fields, ?),
          version = version + 1
        where person_id = ?
        """,
        draft.ownId(),
        draft.name(),
        draft.firstName(),
        draft.email(),
        Json.write(draft.fields()),
        person);
  }
}
