package app.gemba.server.people;

import app.gemba.core.people.SearchWords;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Page;
import app.gemba.store.PeopleStore;
import app.gemba.store.PeopleStore.AgreementLine;
import app.gemba.store.PeopleStore.NamedList;
import app.gemba.store.PeopleStore.Person;
import app.gemba.store.PeopleStore.PersonNumber;
import app.gemba.store.PeopleStore.PersonRow;
import app.gemba.store.PeopleStore.StoryLine;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Lists and people. */
@RestController
@RequestMapping("/api/v1")
class PeopleController {
  private static final int PAGE = 100;

  private final PeopleStore people;
  private final BusinessClock clock;

  PeopleController(PeopleStore people, BusinessClock clock) {
    this.people = people;
    this.clock = clock;
  }

  /** A new list. */
  record NewList(@NotBlank @Size(max = 120) String name) {}

  @GetMapping("/lists")
  @Needs(Permission.SEE_PEOPLE)
  List<NamedList> lists() {
    return people.lists();
  }

  @PostMapping("/lists")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  NamedList addList(@Valid @RequestBody NewList body) {
    return people.addList(body.name(), Caller.id(), clock.instant());
  }

  @GetMapping("/lists/{id}")
  @Needs(Permission.SEE_PEOPLE)
  NamedList list(@PathVariable long id) {
    return people.list(id);
  }

  @GetMapping("/people")
  @Needs(Permission.SEE_PEOPLE)
  Page<PersonRow> people(
      @RequestParam Optional<Long> list,
      @RequestParam Optional<String> q,
      @RequestParam Optional<Long> after) {
    list.ifPresent(people::list);
    String typed = q.orElse("").strip();
    Page<PersonRow> page =
        people.search(
            list, SearchWords.ofQuery(typed), SearchWords.digitsOf(typed), after.orElse(0L), PAGE);
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
        person.lists());
  }

  @GetMapping("/people/{id}/story")
  @Needs(Permission.SEE_PEOPLE)
  List<StoryLine> personStory(@PathVariable long id) {
    people.person(id, clock.instant());
    return people.story(id);
  }

  private static PersonRow shown(PersonRow row) {
    return new PersonRow(
        row.id(), row.name(), Caller.shown(row.number()), row.numbers(), row.email(), row.ownId());
  }

  private static PersonNumber shown(PersonNumber number) {
    return new PersonNumber(
        number.id(),
        Caller.shown(number.e164()),
        number.type(),
        number.region(),
        number.zones(),
        number.suppressed(),
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
        line.recordedAt());
  }
}
