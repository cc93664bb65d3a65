package app.gemba.store;

import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.SearchWords;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * One person within a step: what was known, and what the step's rows added. What is known stays
 * where a row is blank or says something else; custom fields take the newest word.
 */
final class StepPerson {
  private final long id;
  private final boolean fresh;
  private String ownId = "";
  private String name = "";
  private String firstName = "";
  private String email = "";
  private final Map<String, String> fields = new LinkedHashMap<>();
  private final List<Long> numbers = new ArrayList<>();
  private int lastPosition;
  private int numbersBefore;
  private boolean changed;

  private StepPerson(long id, boolean fresh) {
    this.id = id;
    this.fresh = fresh;
  }

  static StepPerson fresh(long id) {
    return new StepPerson(id, true);
  }

  /** People as they are kept. */
  static Collection<StepPerson> load(Connection db, Set<Long> ids) throws SQLException {
    Map<Long, StepPerson> people = new HashMap<>();
    if (ids.isEmpty()) {
      return List.of();
    }
    String all = Json.write(ids);
    Sql.query(
        db,
        """
        select d.person_id, coalesce(d.own_id, '') as own_id, d.name, d.first_name,
          coalesce(d.email, '') as email, d.fields
        from json_each(?) j join person_detail d on d.person_id = j.value
        """,
        row -> {
          StepPerson person = new StepPerson(row.getLong("person_id"), false);
          person.ownId = row.getString("own_id");
          person.name = row.getString("name");
          person.firstName = row.getString("first_name");
          person.email = row.getString("email");
          person.fields.putAll(Json.texts(row.getString("fields")));
          return people.put(person.id, person);
        },
        all);
    Sql.query(
        db,
        """
        select pn.person_id, pn.number_id, pn.position from json_each(?) j
        join person_number pn on pn.person_id = j.value order by pn.person_id, pn.position
        """,
        row -> {
          StepPerson person = people.get(row.getLong(1));
          person.numbers.add(row.getLong(2));
          person.lastPosition = row.getInt(3);
          person.numbersBefore = person.numbers.size();
          return person;
        },
        all);
    return people.values();
  }

  /** Takes over what a row says and nobody said before. */
  void learn(PersonDraft draft) {
    changed = true;
    ownId = ownId.isEmpty() ? draft.ownId() : ownId;
    name = name.isEmpty() ? draft.name() : name;
    firstName = firstName.isEmpty() ? draft.firstName() : firstName;
    email = email.isEmpty() ? draft.email() : email;
    fields.putAll(draft.fields());
  }

  /** Adds a number, behind those that are there. */
  void add(long number) {
    if (!numbers.contains(number)) {
      numbers.add(number);
    }
  }

  long id() {
    return id;
  }

  boolean isFresh() {
    return fresh;
  }

  boolean isChanged() {
    return changed;
  }

  String ownId() {
    return ownId;
  }

  String email() {
    return email;
  }

  /** Surrogates of the person's numbers, in their order. */
  List<Long> numbers() {
    return List.copyOf(numbers);
  }

  /** Rows of {@code person_number} that are to be added. */
  List<Object[]> newNumberRows() {
    List<Object[]> rows = new ArrayList<>();
    for (int i = numbersBefore; i < numbers.size(); i++) {
      rows.add(new Object[] {id, lastPosition + 1 + i - numbersBefore, numbers.get(i)});
    }
    return rows;
  }

  /** The columns of {@code person_detail}, the surrogate last. */
  Object[] detailRow() {
    return new Object[] {ownId, name, firstName, email, Json.write(fields), id};
  }

  /** Rows of {@code person_word}. */
  List<Object[]> wordRows() {
    return SearchWords.of(name, email, ownId).stream()
        .map(word -> new Object[] {word, id})
        .toList();
  }
}
