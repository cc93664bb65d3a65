package app.gemba.store;

import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.people.NumberHolders;
import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.PhoneNumber;
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
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Whom the rows of one step could be about: looked up all at once, and from then on kept here
 * together with what the step adds. New people and numbers are given their ids here, which is safe
 * because there is one writer.
 */
final class StepPeople implements PeopleDirectory {
  private final Connection db;
  private final Tags tags;
  private final Map<String, Long> ownIds = new HashMap<>();
  private final Map<String, Long> emails = new HashMap<>();
  private final Map<String, Long> numberIds = new HashMap<>();
  private final Map<String, Set<Long>> holders = new HashMap<>();
  private final Map<Long, StepPerson> people = new LinkedHashMap<>();
  private final List<NewNumber> newNumbers = new ArrayList<>();
  private long lastPerson;
  private long lastNumber;

  /** A number that the step is the first to bring. */
  record NewNumber(long id, PhoneNumber number) {}

  private StepPeople(Connection db, Tags tags) {
    this.db = db;
    this.tags = tags;
  }

  /** Looks up everybody whom any of the drafts could be about. */
  static StepPeople of(Connection db, Collection<PersonDraft> drafts) throws SQLException {
    StepPeople step =
        new StepPeople(
            db,
            Tags.of(
                db,
                drafts.stream()
                    .flatMap(draft -> draft.tags().stream())
                    .collect(Collectors.toCollection(LinkedHashSet::new))));
    step.lastPerson = Sql.number(db, "select coalesce(max(id), 0) from person");
    step.lastNumber = Sql.number(db, "select coalesce(max(id), 0) from number");
    step.lookUp(drafts);
    return step;
  }

  private void lookUp(Collection<PersonDraft> drafts) throws SQLException {
    Sql.query(
        db,
        "select d.own_id, d.person_id from json_each(?) j join person_detail d on d.own_id = j.value",
        row -> ownIds.put(row.getString(1), row.getLong(2)),
        Json.write(drafts.stream().map(PersonDraft::ownId).filter(id -> !id.isEmpty()).toList()));
    Sql.query(
        db,
        """
        select d.email, min(d.person_id) from json_each(?) j
        join person_detail d on d.email = j.value group by d.email
        """,
        row -> emails.put(row.getString(1), row.getLong(2)),
        Json.write(
            drafts.stream()
                .map(PersonDraft::email)
                .filter(mail -> !mail.isEmpty())
                .distinct()
                .toList()));
    Set<String> numbers =
        drafts.stream().flatMap(draft -> draft.e164s().stream()).collect(Collectors.toSet());
    Sql.query(
        db,
        """
        select n.e164, n.id, pn.person_id as person from json_each(?) j
        join number n on n.e164 = j.value
        left join person_number pn on pn.number_id = n.id order by pn.person_id
        """,
        row -> {
          String e164 = row.getString(1);
          numberIds.put(e164, row.getLong(2));
          Sql.id(row, "person").ifPresent(person -> holdersOf(e164).add(person));
          return e164;
        },
        Json.write(numbers));
    Set<Long> found = new LinkedHashSet<>(ownIds.values());
    found.addAll(emails.values());
    holders.values().forEach(found::addAll);
    StepPerson.load(db, found).forEach(person -> people.put(person.id(), person));
  }

  private Set<Long> holdersOf(String e164) {
    return holders.computeIfAbsent(e164, number -> new TreeSet<>());
  }

  /** Somebody by their surrogate, as they stand within the step. */
  StepPerson person(PersonId id) throws SQLException {
    if (!people.containsKey(id.value())) {
      StepPerson.load(db, Set.of(id.value())).forEach(one -> people.put(one.id(), one));
    }
    return people.get(id.value());
  }

  /** Takes a draft in: somebody new, or more about somebody known. */
  StepPerson take(PersonDraft draft, Optional<PersonId> known, MergeRules rules)
      throws SQLException {
    StepPerson person = known.isPresent() ? person(known.get()) : StepPerson.fresh(++lastPerson);
    people.putIfAbsent(person.id(), person);
    List<Held> said = new ArrayList<>();
    for (HeldNumber held : draft.numbers()) {
      said.add(new Held(numberId(held.number()), held.label(), held.extension()));
      holdersOf(held.number().e164()).add(person.id());
    }
    person.learn(draft, said, tags.ids(draft.tags()), rules);
    if (!person.ownId().isEmpty()) {
      ownIds.putIfAbsent(person.ownId(), person.id());
    }
    if (!person.email().isEmpty()) {
      emails.merge(person.email(), person.id(), Math::min);
    }
    return person;
  }

  /** The surrogate of a number, given here where it is new. */
  long numberId(PhoneNumber number) {
    return numberIds.computeIfAbsent(
        number.e164(),
        unknown -> {
          newNumbers.add(new NewNumber(++lastNumber, number));
          return lastNumber;
        });
  }

  /** Everybody who is touched. */
  Collection<StepPerson> people() {
    return people.values();
  }

  /** Numbers that nobody brought before. */
  List<NewNumber> newNumbers() {
    return newNumbers;
  }

  /** Names of tags by their surrogates. */
  Map<Long, String> tagNames() {
    return tags.names();
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return Optional.ofNullable(ownIds.get(ownId)).map(PersonId::new);
  }

  @Override
  public List<Known> byNumber(String e164, String nameKey) {
    NumberHolders<StepPerson> all = new NumberHolders<>();
    for (long id : holders.getOrDefault(e164, Set.of())) {
      StepPerson one = people.get(id);
      all.see(one, !one.ownId().isEmpty(), one.couldBeCalled(nameKey));
    }
    return all.deciding().stream().map(StepPerson::known).toList();
  }

  @Override
  public Optional<Known> byEmail(String email) {
    return Optional.ofNullable(emails.get(email)).map(id -> people.get(id).known());
  }
}
