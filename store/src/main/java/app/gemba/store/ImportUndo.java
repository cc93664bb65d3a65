package app.gemba.store;

import app.gemba.store.PersonSnapshot.Held;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Takes imports back, step by step from the journal. Whoever an import brought goes again; what it
 * changed of others is as it was, but for what somebody changed since. Its consent records stay in
 * the ledger, which only grows, and no longer count.
 */
public final class ImportUndo {
  private static final int ROWS_A_STEP = 300;
  private static final int NAMED = 3;

  private final Store store;

  /** Over a store. */
  public ImportUndo(Store store) {
    this.store = store;
  }

  /**
   * Begins to take an import back, or stops one that is under way.
   *
   * @throws Refused where one of its people has been contacted since, or is in the audience of a
   *     campaign that was launched, naming who
   */
  public void begin(long id, Optional<Long> user, Instant now) {
    // Looked at before the writer is asked, since it walks over all rows.
    store.read(
        db -> {
          requireUntouched(db, id);
          return null;
        });
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int begun =
                  Sql.update(
                      db,
                      """
                      update import set undo_state = 'going', undo_row = 0
                      where id = ? and state in ('running', 'done', 'failed') and undo_state is null
                      """,
                      id);
              if (begun == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE,
                    "This import has not begun, or is taken back already.");
              }
              return AuditLog.add(db, user, "import taken back", String.valueOf(id), "", now);
            });
  }

  /** Why an import cannot be taken back, in a sentence; empty where it can. */
  public Optional<String> hindrance(long id) {
    return store.read(
        db -> {
          try {
            requireUntouched(db, id);
            return Optional.<String>empty();
          } catch (Refused refused) {
            return Optional.of(refused.getMessage());
          }
        });
  }

  private static void requireUntouched(Connection db, long id) throws SQLException {
    List<String> contacted =
        Sql.query(
            db,
            """
            select d.name, c.name as campaign from import i
            join import_row r on r.import_id = i.id
            join last_contact l on l.person_id = r.person_id and l.at >= i.started_at
            join person_detail d on d.person_id = r.person_id
            join attempt a on a.id = l.attempt_id join campaign c on c.id = a.campaign_id
            where i.id = ? and i.started_at is not null limit ?
            """,
            row -> name(row.getString(1)) + " (" + row.getString(2) + ")",
            id,
            NAMED);
    if (!contacted.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This import cannot be taken back any more: people of it have been contacted since, "
              + String.join(", ", contacted)
              + ". Nothing was changed.");
    }
    List<String> inAudience =
        Sql.query(
            db,
            """
            select d.name, c.name as campaign from import_row r
            join audience_member m on m.person_id = r.person_id
            join person_detail d on d.person_id = r.person_id
            join campaign c on c.id = m.campaign_id
            where r.import_id = ? and r.outcome = 'new' limit ?
            """,
            row -> name(row.getString(1)) + " (" + row.getString(2) + ")",
            id,
            NAMED);
    if (!inAudience.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This import cannot be taken back any more: people it brought are in the audience of a"
              + " launched campaign, "
              + String.join(", ", inAudience)
              + ". Nothing was changed.");
    }
  }

  private static String name(String name) {
    return name.isBlank() ? "somebody without a name" : name;
  }

  /** Imports that are being taken back. */
  List<Long> going() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id from import where undo_state = 'going' order by id",
                row -> row.getLong(1)));
  }

  /** Takes the next rows back; says whether there are more. */
  boolean some(long id, Instant now) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              long after = Sql.number(db, "select undo_row from import where id = ?", id);
              List<Row> rows =
                  Sql.query(
                      db,
                      """
                      select row_number, outcome, person_id from import_row
                      where import_id = ? and row_number > ? order by row_number limit ?
                      """,
                      row -> new Row(row.getLong(1), row.getString(2), Sql.id(row, "person_id")),
                      id,
                      after,
                      ROWS_A_STEP);
              if (rows.isEmpty()) {
                Sql.update(
                    db,
                    "update import set undo_state = 'done', undone_at = ?1, state = 'done',"
                        + " ended_at = coalesce(ended_at, ?1) where id = ?2",
                    now,
                    id);
                return false;
              }
              new Step(db, id).takeBack(rows);
              Sql.update(
                  db,
                  "update import set undo_row = ? where id = ?",
                  rows.get(rows.size() - 1).number(),
                  id);
              return true;
            });
  }

  private record Row(long number, String outcome, Optional<Long> person) {}

  /** Some rows that are taken back together. */
  private static final class Step {
    private final Connection db;
    private final long id;

    Step(Connection db, long id) {
      this.db = db;
      this.id = id;
    }

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
}
