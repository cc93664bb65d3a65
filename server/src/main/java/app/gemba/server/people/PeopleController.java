package app.gemba.server.people;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Page;
import app.gemba.store.PeopleStore;
import app.gemba.store.PeopleStore.AgreementLine;
import app.gemba.store.PeopleStore.Person;
import app.gemba.store.PeopleStore.PersonNumber;
import app.gemba.store.PeopleStore.PersonRow;
import app.gemba.store.PeopleStore.StoryLine;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Lists and people. */
@RestController
@RequestMapping("/api/v1")
class PeopleController {
  private static final int PAGE = 100;

  private final PeopleStore people;
  private final ListAccess access;
  private final BusinessClock clock;

  PeopleController(PeopleStore people, ListAccess access, BusinessClock clock) {
    this.people = people;
    this.access = access;
    this.clock = clock;
  }

  /** Which people, and behind which of them the page begins. */
  record PeopleBody(@NotNull @Valid SelectionBody selection, long after) {}

  /** A name, a part of a number, a mail, a tag, a field's word: found as one types. */
  @GetMapping("/people")
  @Needs(Permission.SEE_PEOPLE)
  Page<PersonRow> people(
      @RequestParam Optional<Long> list,
      @RequestParam Optional<String> q,
      @RequestParam Optional<Long> after) {
    return page(
        new SelectionBody(Optional.empty(), list, Optional.empty(), q.orElse("")),
        after.orElse(0L));
  }

  /** The same for those of whom a filter holds. */
  @PostMapping("/people/find")
  @Needs(Permission.SEE_PEOPLE)
  Page<PersonRow> find(@Valid @RequestBody PeopleBody body) {
    return page(body.selection(), body.after());
  }

  private Page<PersonRow> page(SelectionBody of, long after) {
    Page<PersonRow> page = people.page(of.read(access), clock.instant(), after, PAGE);
    return new Page<>(page.items().stream().map(PeopleController::shown).toList(), page.next());
  }

  @GetMapping("/people/{id}")
  @Needs(Permission.SEE_PEOPLE)
  Person person(@PathVariable long id) {
    Person person = people.person(id, clock.instant());
    return new Person(
        person.id(),
        person.name(),
        person.email(),
        person.ownId(),
        person.fields(),
        person.version(),
        person.numbers().stream().map(PeopleController::shown).toList(),
        person.agreements().stream().map(PeopleController::shown).toList(),
        access.mineOf(person.lists()),
        person.tags(),
        person.deleted(),
        person.forgotten());
  }

  /** What was changed by hand, newest first. */
  @GetMapping("/people/{id}/history")
  @Needs(Permission.CHANGE_PEOPLE)
  List<PeopleStore.HistoryLine> history(@PathVariable long id) {
    people.person(id, clock.instant());
    return people.history(id);
  }

  @GetMapping("/people/{id}/story")
  @Needs(Permission.SEE_PEOPLE)
  List<StoryLine> personStory(@PathVariable long id) {
    people.person(id, clock.instant());
    return people.story(id);
  }

  private static PersonRow shown(PersonRow row) {
    return new PersonRow(
        row.id(),
        row.name(),
        Caller.shown(row.number()),
        row.numbers(),
        row.email(),
        row.ownId(),
        row.fields(),
        row.tags(),
        row.lastContact(),
        row.lastOutcome());
  }

  private static PersonNumber shown(PersonNumber number) {
    return new PersonNumber(
        number.id(),
        Caller.shown(number.e164()),
        number.type(),
        number.region(),
        number.zones(),
        number.label(),
        number.extension(),
        number.suppressions(),
        number.freeUntil());
  }

  private static AgreementLine shown(AgreementLine line) {
    return new AgreementLine(
        Caller.shown(line.e164()),
        line.channel(),
        line.purpose(),
        line.word(),
        line.saidOn(),
        line.how(),
        line.recordedAt(),
        line.file(),
        line.row());
  }
}
