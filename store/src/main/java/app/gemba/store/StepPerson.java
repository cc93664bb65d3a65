package app.gemba.store;

import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.MergeTarget;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.PersonName;
import app.gemba.core.people.NameKey;
import app.gemba.core.people.PeopleDirectory.Known;
import app.gemba.core.people.PersonId;
import app.gemba.store.PersonSnapshot.Held;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** One person within a step: what was known, and what the step's rows made of it. */
final class StepPerson {
  private final long id;
  private final boolean fresh;
  private String ownId = "";
  private PersonName name = PersonName.BLANK;
  private PersonName keyed = PersonName.BLANK;
  private String nameKey = "";
  private String email = "";
  private final Map<String, String> fields = new LinkedHashMap<>();
  private final List<Held> numbers = new ArrayList<>();
  private final Set<Long> tags = new LinkedHashSet<>();
  private Optional<PersonSnapshot> before = Optional.empty();
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
        select d.person_id, coalesce(d.own_id, '') as own_id, d.name, d.first_name, d.last_name,
          coalesce(d.email, '') as email, d.fields
        from json_each(?) j join person_detail d on d.person_id = j.value
        """,
        row -> {
          StepPerson person = new StepPerson(row.getLong("person_id"), false);
          person.ownId = row.getString("own_id");
          person.name =
              new PersonName(
                  row.getString("name"), row.getString("first_name"), row.getString("last_name"));
          person.email = row.getString("email");
          person.fields.putAll(Json.texts(row.getString("fields")));
          return people.put(person.id, person);
        },
        all);
    Sql.query(
        db,
        """
        select pn.person_id, pn.number_id, pn.label, pn.extension from json_each(?) j
        join person_number pn on pn.person_id = j.value order by pn.person_id, pn.position
        """,
        row ->
            people
                .get(row.getLong(1))
                .numbers
                .add(new Held(row.getLong(2), row.getString(3), row.getString(4))),
        all);
    Sql.query(
        db,
        "select pt.person_id, pt.tag_id from json_each(?) j"
            + " join person_tag pt on pt.person_id = j.value",
        row -> people.get(row.getLong(1)).tags.add(row.getLong(2)),
        all);
    return people.values();
  }

  /**
   * Takes over what a row says, field by field as the rules have it.
   *
   * @param said the row's numbers and tags by their surrogates
   */
  void learn(PersonDraft draft, List<Held> said, Set<Long> saidTags, MergeRules forKnown) {
    MergeRules rules = fresh && !changed ? MergeRules.ALL : forKnown;
    if (!fresh && before.isEmpty()) {
      before = Optional.of(snapshot());
    }
    changed = true;
    ownId = rules.text(MergeTarget.OWN_ID, ownId, draft.ownId());
    if (rules.takes(MergeTarget.NAME, name.full(), draft.name().full())) {
      name = draft.name();
    } else if (name.full().equals(draft.name().full())) {
      name =
          new PersonName(
              name.full(),
              name.first().isEmpty() ? draft.name().first() : name.first(),
              name.last().isEmpty() ? draft.name().last() : name.last());
    }
    email = rules.text(MergeTarget.EMAIL, email, draft.email());
    draft
        .fields()
        .forEach(
            (key, value) ->
                fields.compute(
                    key, (is, known) -> rules.text(key, known == null ? "" : known, value)));
    learnNumbers(said, rules);
    if (!saidTags.isEmpty() && rules.takesAny(MergeTarget.TAGS, !tags.isEmpty())) {
      if (rules.replaces(MergeTarget.TAGS)) {
        tags.clear();
      }
      tags.addAll(saidTags);
    }
  }

  private void learnNumbers(List<Held> said, MergeRules rules) {
    if (said.isEmpty() || !rules.takesAny(MergeTarget.PHONES, !numbers.isEmpty())) {
      return;
    }
    if (rules.replaces(MergeTarget.PHONES)) {
      numbers.clear();
    }
    for (Held held : said) {
      int place = placeOf(held.number());
      if (place < 0) {
        numbers.add(held);
      } else if (numbers.get(place).label().isEmpty() && !held.label().isEmpty()) {
        numbers.set(place, held);
      }
    }
  }

  private int placeOf(long number) {
    for (int i = 0; i < numbers.size(); i++) {
      if (numbers.get(i).number() == number) {
        return i;
      }
    }
    return -1;
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

  /** Whether anything is other than it was. */
  boolean differs() {
    return fresh || before.isPresent() && !before.get().equals(snapshot());
  }

  /** As it was before the step; empty for somebody new. */
  Optional<PersonSnapshot> before() {
    return before;
  }

  PersonSnapshot snapshot() {
    return new PersonSnapshot(
        ownId,
        name.full(),
        name.first(),
        name.last(),
        email,
        new LinkedHashMap<>(fields),
        List.copyOf(numbers),
        Set.copyOf(tags));
  }

  /** Whether a name with this key could be this person's: the same, or one of both is blank. */
  boolean couldBeCalled(String key) {
    if (keyed != name) {
      keyed = name;
      nameKey = NameKey.of(name.full());
    }
    return NameKey.couldBeOne(key, nameKey);
  }

  Known known() {
    return new Known(new PersonId(id), name.full(), ownId);
  }

  String ownId() {
    return ownId;
  }

  String email() {
    return email;
  }

  /** Surrogates of the person's numbers, in their order. */
  List<Long> numbers() {
    return numbers.stream().map(Held::number).toList();
  }

  /** Whether the numbers that were there stand where they stood, and others only follow. */
  boolean onlyGained() {
    List<Held> were = before.map(PersonSnapshot::numbers).orElse(List.of());
    return numbers.size() >= were.size() && numbers.subList(0, were.size()).equals(were);
  }

  /** Rows of {@code person_number}: those behind the ones that were there, or all of them. */
  List<Object[]> numberRows(boolean all) {
    int from = all ? 0 : before.map(was -> was.numbers().size()).orElse(0);
    List<Object[]> rows = new ArrayList<>();
    for (int i = from; i < numbers.size(); i++) {
      Held held = numbers.get(i);
      rows.add(new Object[] {id, i + 1, held.number(), held.label(), held.extension()});
    }
    return rows;
  }

  /** Tags beside those that were there. */
  List<Object[]> tagRows() {
    Set<Long> were = before.map(PersonSnapshot::tags).orElse(Set.of());
    return tags.stream()
        .filter(tag -> !were.contains(tag))
        .map(tag -> new Object[] {tag, id})
        .toList();
  }

  /** Tags that were there and no longer are. */
  List<Object[]> lostTagRows() {
    return before.map(PersonSnapshot::tags).orElse(Set.of()).stream()
        .filter(tag -> !tags.contains(tag))
        .map(tag -> new Object[] {tag, id})
        .toList();
  }

  /** The columns of {@code person_detail}, the surrogate last. */
  Object[] detailRow() {
    return new Object[] {
      ownId, name.full(), name.first(), name.last(), email, Json.write(fields), id
    };
  }

  /** The same, with what is blank left empty where blanks would be somebody's. */
  Object[] newDetailRow() {
    Object[] row = detailRow();
    row[0] = Optional.of(ownId).filter(is -> !is.isEmpty());
    row[4] = Optional.of(email).filter(is -> !is.isEmpty());
    return row;
  }
}
