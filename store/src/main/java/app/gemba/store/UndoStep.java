package app.gemba.store;

import app.gemba.store.PersonSnapshot.Held;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Some rows of an import that are taken back together. */
final class UndoStep {
  private final Connection db;
  private final long id;

  UndoStep(Connection db, long id) {
    this.db = db;
    this.id = id;
  }

  /** A row, and whom it was about. */
  record Row(long number, String outcome, Optional<Long> person) {}

  void takeBack(List<Row> rows) throws SQLException {
    Set<Long> touched = new HashSet<>();
    Set<Long> brought = new HashSet<>();
    for (Row row : rows) {
      row.person().ifPresent(touched::add);
      if (row.outcome().equals("new")) {
        row.person().ifPresent(brought::add);
      }
    }
    String all = Json.write(touched);
    restoreConsent(all);
    Sql.update(
        db,
        """
        delete from list_member where import_id = ?1 and (list_id, person_id) in (
          select (select list_id from import where id = ?1), value from json_each(?2))
        """,
        id,
        all);
    Set<Long> going = ofNobodyElse(brought);
    restoreOthers(touched, going);
    remove(going);
    Sql.update(
        db,
        "update import set undo_kept = undo_kept + ? where id = ?",
        brought.size() - going.size(),
        id);
  }

  /** What the last word of a number is without this import's records. */
  private void restoreConsent(String people) throws SQLException {
    List<Long> numbers =
        Sql.query(
            db,
            """
            select distinct pn.number_id from json_each(?) j
            join person_number pn on pn.person_id = j.value
            join consent_record r on r.number_id = pn.number_id where r.import_id = ?
            """,
            row -> row.getLong(1),
            people,
            id);
    String all = Json.write(numbers);
    Sql.update(
        db, "delete from consent_state where number_id in (select value from json_each(?))", all);
    Sql.update(
        db,
        """
        insert into consent_state (number_id, channel, purpose, word, record_id)
        select r.number_id, r.channel, r.purpose, min(r.word),
          coalesce(min(case r.word when 'NO' then r.id end), max(r.id))
        from json_each(?) j join consent_record r on r.number_id = j.value
        left join import i on i.id = r.import_id
        where i.undo_state is null group by r.number_id, r.channel, r.purpose
        """,
        all);
    Sql.update(
        db,
        """
        delete from suppression where import_id = ? and number_id in (
          select pn.number_id from json_each(?) j join person_number pn on pn.person_id = j.value)
        """,
        id,
        people);
  }

  /** Of the people the import brought, those whom nobody else brought or put anywhere since. */
  private Set<Long> ofNobodyElse(Set<Long> brought) throws SQLException {
    return new HashSet<>(
        Sql.query(
            db,
            """
            select j.value from json_each(?1) j
            where not exists (select 1 from import_row r left join import i on i.id = r.import_id
                where r.person_id = j.value and r.import_id <> ?2 and i.undo_state is null)
              and not exists (select 1 from list_member m where m.person_id = j.value)
              and not exists (select 1 from audience_member m where m.person_id = j.value)
              and not exists (select 1 from campaign_person c where c.person_id = j.value)
            """,
            row -> row.getLong(1),
            Json.write(brought),
            id));
  }

  private void restoreOthers(Set<Long> touched, Set<Long> going) throws SQLException {
    Set<Long> staying = new HashSet<>(touched);
    staying.removeAll(going);
    Map<Long, StepPerson> people = new LinkedHashMap<>();
    StepPerson.load(db, staying).forEach(one -> people.put(one.id(), one));
    List<Object[]> changes =
        Sql.query(
            db,
            """
            select c.person_id, c.before, c.after from json_each(?) j
            join import_change c on c.import_id = ? and c.person_id = j.value
            """,
            row -> new Object[] {row.getLong(1), row.getString(2), row.getString(3)},
            Json.write(staying),
            id);
    List<Long> restored = new ArrayList<>();
    for (Object[] change : changes) {
      StepPerson person = people.get((Long) change[0]);
      if (person != null) {
        restore(
            person.id(),
            person.snapshot(),
            Json.read((String) change[1], PersonSnapshot.class),
            Json.read((String) change[2], PersonSnapshot.class));
        restored.add(person.id());
      }
    }
    PeopleSearch.keepWords(db, restored);
  }

  /** Each part goes back to what it was unless somebody changed it since. */
  private void restore(long person, PersonSnapshot is, PersonSnapshot was, PersonSnapshot became)
      throws SQLException {
    Map<String, String> fields = new LinkedHashMap<>(is.fields());
    became
        .fields()
        .forEach(
            (key, value) -> {
              if (Objects.equals(is.fields().get(key), value)) {
                if (was.fields().containsKey(key)) {
                  fields.put(key, was.fields().get(key));
                } else {
                  fields.remove(key);
                }
              }
            });
    boolean sameName = is.name().equals(became.name());
    Sql.update(
        db,
        """
        update person_detail set own_id = nullif(?, ''), name = ?, first_name = ?, last_name = ?,
          email = nullif(?, ''), fields = ?, version = version + 1 where person_id = ?
        """,
        is.ownId().equals(became.ownId()) ? was.ownId() : is.ownId(),
        sameName ? was.name() : is.name(),
        sameName ? was.firstName() : is.firstName(),
        sameName ? was.lastName() : is.lastName(),
        is.email().equals(became.email()) ? was.email() : is.email(),
        Json.write(fields),
        person);
    if (is.numbers().equals(became.numbers())) {
      putNumbers(person, was.numbers());
    } else {
      List<Held> kept = new ArrayList<>(is.numbers());
      kept.removeIf(
          held ->
              became.numbers().contains(held)
                  && was.numbers().stream().noneMatch(one -> one.number() == held.number()));
      putNumbers(person, kept);
    }
    for (long tag : became.tags()) {
      if (!was.tags().contains(tag)) {
        Sql.update(db, "delete from person_tag where tag_id = ? and person_id = ?", tag, person);
      }
    }
    for (long tag : was.tags()) {
      Sql.update(
          db, "insert or ignore into person_tag (tag_id, person_id) values (?, ?)", tag, person);
    }
  }

  private void putNumbers(long person, List<Held> numbers) throws SQLException {
    Sql.update(db, "delete from person_number where person_id = ?", person);
    List<Object[]> rows = new ArrayList<>();
    for (Held held : numbers) {
      rows.add(
          new Object[] {person, rows.size() + 1, held.number(), held.label(), held.extension()});
    }
    Sql.batch(
        db,
        """
        insert into person_number (person_id, position, number_id, label, extension)
        values (?, ?, ?, ?, ?)
        """,
        rows);
  }

  private void remove(Set<Long> people) throws SQLException {
    String all = Json.write(people);
    for (String statement :
        List.of(
            "update import_row set person_id = null where person_id in",
            "delete from import_change where person_id in",
            "delete from person_search where rowid in",
            "delete from person_tag where person_id in",
            "delete from person_number where person_id in",
            "delete from person_detail where person_id in",
            "delete from last_contact where person_id in",
            "delete from person where id in")) {
      Sql.update(db, statement + " (select value from json_each(?))", all);
    }
  }
}
