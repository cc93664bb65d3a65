package app.gemba.server.people;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.PersonName;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import app.gemba.engine.CampaignRunner;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.HouseStore;
import app.gemba.store.NumberZones;
import app.gemba.store.PeopleEdits;
import app.gemba.store.PeopleStore;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is done to people by hand: adding, changing, suppressing. */
@RestController
@RequestMapping("/api/v1/people")
class PersonEditController {
  private final PeopleEdits edits;
  private final NumberZones zones;
  private final CampaignRunner runner;
  private final PeopleStore people;
  private final ListAccess access;
  private final HouseStore house;
  private final PhoneReader phones;
  private final BusinessClock clock;

  PersonEditController(
      PeopleEdits edits,
      NumberZones zones,
      CampaignRunner runner,
      PeopleStore people,
      ListAccess access,
      HouseStore house,
      PhoneReader phones,
      BusinessClock clock) {
    this.edits = edits;
    this.zones = zones;
    this.runner = runner;
    this.people = people;
    this.access = access;
    this.house = house;
    this.phones = phones;
    this.clock = clock;
  }

  /** Somebody new, or more about somebody known. */
  record NewPerson(
      @NotNull @Size(max = 200) String name,
      @NotBlank @Size(max = 80) String number,
      @NotNull @Size(max = 200) String email,
      @NotNull @Size(max = 80) String ownId,
      Optional<Long> listId) {}

  /** Whom it became. */
  record Added(long id) {}

  /** Changed details, and the version they were made from. */
  record PersonBody(
      int version,
      @NotNull @Size(max = 200) String name,
      @NotNull @Size(max = 200) String email,
      @NotNull @Size(max = 80) String ownId,
      @NotNull @Size(max = 100) Map<@Size(max = 80) String, @Size(max = 2000) String> fields) {}

  /** One more number. */
  record NumberBody(@NotBlank @Size(max = 80) String number) {}

  /** Why somebody must not be contacted. */
  record SuppressBody(@NotBlank @Size(max = 200) String why, Optional<Channel> channel) {}

  @PostMapping
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  Added addPerson(@Valid @RequestBody NewPerson body) {
    access.require(body.listId());
    PersonDraft draft =
        PersonDraft.of(
            body.ownId().strip(),
            PersonName.of(body.name()),
            body.email().strip().toLowerCase(Locale.ROOT),
            read(body.number()).stream().map(HeldNumber::of).toList());
    return new Added(edits.add(draft, body.listId(), Caller.id(), clock.instant()));
  }

  @PutMapping("/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changePerson(@PathVariable long id, @Valid @RequestBody PersonBody body) {
    people.person(id, clock.instant());
    edits.change(
        id,
        new PeopleEdits.Details(
            body.version(),
            body.name().strip(),
            body.email().strip().toLowerCase(Locale.ROOT),
            body.ownId().strip(),
            body.fields()),
        Caller.id(),
        clock.instant());
  }

  @PostMapping("/{id}/numbers")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addNumber(@PathVariable long id, @Valid @RequestBody NumberBody body) {
    people.person(id, clock.instant());
    for (PhoneNumber number : read(body.number())) {
      edits.addNumber(id, number, Caller.id(), clock.instant());
    }
  }

  /** What a number is for. */
  record LabelBody(@NotNull @Size(max = 40) String label) {}

  @PutMapping("/{id}/numbers/{number}/label")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void labelNumber(
      @PathVariable long id, @PathVariable long number, @Valid @RequestBody LabelBody body) {
    edits.label(id, number, body.label(), Caller.id(), clock.instant());
  }

  @DeleteMapping("/{id}/numbers/{number}")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeNumber(@PathVariable long id, @PathVariable long number) {
    edits.removeNumber(id, number, Caller.id(), clock.instant());
  }

  /** The zones that a number could be in; none where that is not known. */
  record NumberZonesBody(@NotNull @Size(max = 12) List<@NotBlank @Size(max = 60) String> zones) {}

  /** Says where a number is; whoever was held for want of that comes due at once. */
  @PutMapping("/{id}/numbers/{number}/zones")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setNumberZones(
      @PathVariable long id, @PathVariable long number, @Valid @RequestBody NumberZonesBody body) {
    String e164 =
        people.person(id, clock.instant()).numbers().stream()
            .filter(one -> one.id() == number)
            .findFirst()
            .orElseThrow(() -> Refused.notFound("number of this person"))
            .e164();
    Set<ZoneId> to = body.zones().stream().map(TypedZone::read).collect(Collectors.toSet());
    zones.set(List.of(e164), to, Caller.id(), clock.instant());
    runner.wake();
  }

  /** What somebody said about being contacted, and how that is known. */
  record SaidBody(
      @NotNull Agreement word,
      @NotEmpty Set<Channel> channels,
      @NotEmpty Set<Purpose> purposes,
      @NotBlank @Size(max = 200) String how,
      @NotNull LocalDate on) {}

  /** Writes into the ledger what a person said; where it was a no, the no wins. */
  @PostMapping("/{id}/said")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void said(@PathVariable long id, @Valid @RequestBody SaidBody body) {
    people.person(id, clock.instant());
    edits.said(
        id,
        new PeopleEdits.Said(
            body.word(), body.channels(), body.purposes(), body.how().strip(), body.on()),
        Caller.id(),
        clock.instant());
  }

  @PostMapping("/{id}/suppress")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void suppress(@PathVariable long id, @Valid @RequestBody SuppressBody body) {
    people.person(id, clock.instant());
    edits.suppress(id, body.why().strip(), body.channel(), Caller.id(), clock.instant());
  }

  @PostMapping("/{id}/unsuppress")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void unsuppress(@PathVariable long id) {
    people.person(id, clock.instant());
    edits.unsuppress(id, Caller.id(), clock.instant());
  }

  private List<PhoneNumber> read(String typed) {
    if (phones.read(typed, house.house().region()) instanceof PhoneReading.Numbers read) {
      return read.numbers();
    }
    throw new Refused(
        Refused.Kind.INVALID,
        "“" + typed.strip() + "” is not a usable number. Nothing was changed.");
  }
}
