package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Some people to whom an act is done, or of whom it is taken back, together. */
final class ActStep {
  private final Connection db;
  private final long id;
  private final Acts.Kind kind;
  private final Optional<Long> list;
  private final Optional<Long> tag;
  private final Instant now;

  private ActStep(
      Connection db,
      long id,
      Acts.Kind kind,
      Optional<Long> list,
      Optional<Long> tag,
      Instant now) {
    this.db = db;
    this.id = id;
    this.kind = kind;
    this.list = list;
    this.tag = tag;
    this.now = now;
  }

  /** What a deleted person was: all that is personal, and where they stood. */
  private record Saved(PersonSnapshot detail, List<Long> lists) {}

  static ActStep of(Connection db, long id, Instant now) throws SQLException {
    return Sql.first(
            db,
            "select kind, list_id, tag_id from act where id = ?",
            row ->
                new ActStep(
                    db,
                    id,
                    Acts.Kind.valueOf(row.getString(1)),
                    Sql.id(row, "list_id"),
                    Sql.id(row, "tag_id"),
                    now),
            id)
        .orElseThrow();
  }

  void act(List<Long> people) throws SQLException {
    List<Long> affected = affected(people);
    if (kind == Acts.Kind.DELETE_PEOPLE) {
      delete(affected);
    } else {
      Sql.batch(
          db,
          "insert or ignore into act_person (act_id, person_id) values (?, ?)",
          affected.stream().map(person -> new Object[] {id, person}).toList());
      change(kind, affected);
    }
    Sql.update(db, "update act set people = people + ? where id = ?", affected.size(), id);
  }

  void takeBack(List<Long> people) throws SQLException {
    switch (kind) {
      case PUT_ON_LIST -> change(Acts.Kind.TAKE_OFF_LIST, people);
      case TAKE_OFF_LIST -> change(Acts.Kind.PUT_ON_LIST, people);
      case TAG -> change(Acts.Kind.UNTAG, people);
      case UNTAG -> change(Acts.Kind.TAG, people);
      case DELETE_PEOPLE -> restore(people);
    }
    Sql.update(db, "update act set people = people - ? where id = ?", people.size(), id);
  }

  /** Of some people, those on whom the act has an effect. */
  private List<Long> affected(List<Long> people) throws SQLException {
    String all = Json.write(people);
    String on = "select value from json_each(?) j where %s exists (select 1 from %s)";
    String member = "list_member m where m.list_id = ? and m.person_id = j.value";
    String tagged = "person_tag pt where pt.tag_id = ? and pt.person_id = j.value";
    return switch (kind) {
      case PUT_ON_LIST -> ids(on.formatted("not", member), all, list.orElseThrow());
      case TAKE_OFF_LIST -> ids(on.formatted("", member), all, list.orElseThrow());
      case TAG -> ids(on.formatted("not", tagged), all, tag.orElseThrow());
      case UNTAG -> ids(on.formatted("", tagged), all, tag.orElseThrow());
      case DELETE_PEOPLE -> people;
    };
  }

  private List<Long> ids(String sql, Object... values) throws SQLException {
    return Sql.query(db, sql, row -> row.getLong(1), values);
  }

  private void change(Acts.Kind to, List<Long> people) throws SQLException {
    List<Object[]> rows =
        people.stream()
            .map(
                person ->
                    new Object[] {
                      to == Acts.Kind.TAG || to == Acts.Kind.UNTAG
                          ? tag.orElseThrow()
                          : list.orElseThrow(),
                      person
                    })
            .toList();
    switch (to) {
      case PUT_ON_LIST ->
          Sql.batch(
              db, "insert or ignore into list_member (list_id, person_id) values (?, ?)", rows);
      case TAKE_OFF_LIST ->
          Sql.batch(db, "delete from list_member where list_id = ? and person_id = ?", rows);
      case TAG ->
          Sql.batch(db, "insert or ignore into person_tag (tag_id, person_id) values (?, ?)", rows);
      case UNTAG ->
          Sql.batch(db, "delete from person_tag where tag_id = ? and person_id = ?", rows);
      case DELETE_PEOPLE -> throw new IllegalStateException("deleting is no change of rows");
    }
    if (to == Acts.Kind.TAG || to == Acts.Kind.UNTAG) {
      PeopleSearch.keepWords(db, people);
    }
  }

  private void delete(List<Long> people) throws SQLException {
    List<Object[]> saved = new ArrayList<>();
    for (StepPerson person : StepPerson.load(db, Set.copyOf(people))) {
      List<Long> lists = ids("select list_id from list_member where person_id = ?", person.id());
      saved.add(new Object[] {id, person.id(), Json.write(new Saved(person.snapshot(), lists))});
    }
    Sql.batch(
        db, "insert or ignore into act_person (act_id, person_id, saved) values (?, ?, ?)", saved);
    Erasure.erase(db, people, now);
    Sql.update(
        db,
        "update person set deleted_at = ? where id in (select value from json_each(?))",
        now,
        Json.write(people));
  }

  private void restore(List<Long> people) throws SQLException {
    for (long person : people) {
      Optional<Saved> saved =
          Sql.first(
                  db,
                  "select saved from act_person where act_id = ? and person_id = ?",
                  row -> Sql.text(row, "saved"),
                  id,
                  person)
              .flatMap(json -> json)
              .map(json -> Json.read(json, Saved.class));
      if (saved.isPresent()) {
        restore(person, saved.get());
      }
    }
    PeopleSearch.keepWords(db, people);
  }

  private void restore(long person, Saved saved) throws SQLException {
    PersonSnapshot was = saved.detail();
    Sql.update(
        db,
        """
        update person_detail set own_id = (select nullif(?1, '') where not exists (
            select 1 from person_detail where own_id = ?1)),
          name = ?2, first_name = ?3, last_name = ?4, email = nullif(?5, ''), fields = ?6,
          version = version + 1
        where person_id = ?7
        """,
        was.ownId(),
        was.name(),
        was.firstName(),
        was.lastName(),
        was.email(),
        Json.write(was.fields()),
        person);
    List<Object[]> numbers = new ArrayList<>();
    for (PersonSnapshot.Held held : was.numbers()) {
      numbers.add(
          new Object[] {person, numbers.size() + 1, held.number(), held.label(), held.extension()});
    }
    Sql.batch(
        db,
        "insert or ignore into person_number (person_id, position, number_id, label, extension)"
            + " values (?, ?, ?, ?, ?)",
        numbers);
    Sql.batch(
        db,
        "insert or ignore into person_tag (tag_id, person_id) values (?, ?)",
        was.tags().stream().map(one -> new Object[] {one, person}).toList());
    Sql.batch(
        db,
        "insert or ignore into list_member (list_id, person_id) values (?, ?)",
        saved.lists().stream().map(one -> new Object[] {one, person}).toList());
    Sql.update(db, "update person set deleted_at = null where id = ?", person);
  }
}
