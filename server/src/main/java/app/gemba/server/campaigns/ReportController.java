package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.engine.CampaignRunner;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.CampaignStore;
import app.gemba.store.HouseStore;
import app.gemba.store.Page;
import app.gemba.store.PeopleStore.StoryLine;
import app.gemba.store.ReportStore;
import app.gemba.store.ReportStore.AudienceRow;
import app.gemba.store.ReportStore.HeldUntil;
import app.gemba.store.ReportStore.Part;
import app.gemba.store.ReportStore.Reply;
import app.gemba.store.TimeStore;
import app.gemba.store.TimeStore.Slot;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** What came of a campaign. */
@RestController
@RequestMapping("/api/v1/campaigns/{id}")
class ReportController {
  private static final int PAGE = 50;

  private final ReportStore reports;
  private final ReportTable table;
  private final CampaignStore campaigns;
  private final TimeStore times;
  private final HouseStore house;
  private final CampaignRunner runner;
  private final BusinessClock clock;

  ReportController(
      ReportStore reports,
      ReportTable table,
      CampaignStore campaigns,
      TimeStore times,
      HouseStore house,
      CampaignRunner runner,
      BusinessClock clock) {
    this.reports = reports;
    this.table = table;
    this.campaigns = campaigns;
    this.times = times;
    this.house = house;
    this.runner = runner;
    this.clock = clock;
  }

  /** How many people are in one place, and why in plain words. */
  record Place(
      PersonState state,
      String reason,
      Optional<OutcomeClass> kind,
      String words,
      String advice,
      long people) {}

  /** How many people ended in one class of outcomes, as all channels share them. */
  record ClassTally(OutcomeClass kind, String words, long people) {}

  /** What was tried and reached in one hour of the day, on the house's clock. */
  record HourTally(int hour, long attempts, long reached) {}

  /** Where everybody is; the places add up to {@code people}. */
  record Report(
      long people,
      List<Place> places,
      List<ClassTally> classes,
      List<HourTally> hours,
      List<HeldUntil> heldUntil) {}

  /** What somebody decides about an unconfirmed text. */
  record DecisionBody(boolean arrived) {}

  @GetMapping("/report")
  @Needs(Permission.SEE_CAMPAIGNS)
  Report report(@PathVariable long id) {
    Brief brief = campaigns.get(id).brief();
    List<Place> places =
        reports.tallies(id).stream()
            .map(
                tally ->
                    new Place(
                        tally.state(),
                        tally.reason(),
                        PlaceWords.kind(tally.state(), tally.reason()),
                        PlaceWords.of(tally.reason(), brief),
                        PlaceWords.advice(tally.reason()),
                        tally.people()))
            .toList();
    long people = places.stream().mapToLong(Place::people).sum();
    return new Report(people, places, classes(places), hours(id), reports.heldUntil(id));
  }

  private static List<ClassTally> classes(List<Place> places) {
    Map<OutcomeClass, Long> people = new EnumMap<>(OutcomeClass.class);
    for (Place place : places) {
      place.kind().ifPresent(kind -> people.merge(kind, place.people(), Long::sum));
    }
    return people.entrySet().stream()
        .map(one -> new ClassTally(one.getKey(), one.getKey().words(), one.getValue()))
        .toList();
  }

  private List<HourTally> hours(long id) {
    ZoneId zone = house.house().zone();
    Map<Integer, HourTally> hours = new TreeMap<>();
    for (Slot slot : times.slots(id, Instant.EPOCH, clock.instant().plus(Duration.ofDays(1)))) {
      int hour = slot.at().atZone(zone).getHour();
      hours.merge(
          hour,
          new HourTally(hour, slot.sent(), slot.reached()),
          (a, b) -> new HourTally(hour, a.attempts() + b.attempts(), a.reached() + b.reached()));
    }
    return List.copyOf(hours.values());
  }

  @GetMapping("/people")
  @Needs(Permission.SEE_CAMPAIGNS)
  Page<AudienceRow> campaignPeople(
      @PathVariable long id,
      @RequestParam Optional<Set<PersonState>> state,
      @RequestParam Optional<Set<String>> reason,
      @RequestParam Optional<Long> list,
      @RequestParam Optional<Instant> dueIn,
      @RequestParam Optional<Long> after) {
    campaigns.get(id);
    Page<AudienceRow> page =
        reports.people(
            id,
            new Part(state.orElse(Set.of()), reasons(reason.orElse(Set.of())), list, dueIn),
            after.orElse(0L),
            PAGE);
    return new Page<>(page.items().stream().map(ReportController::shown).toList(), page.next());
  }

  @GetMapping("/people/{position}/story")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<StoryLine> memberStory(@PathVariable long id, @PathVariable long position) {
    return reports.story(id, position);
  }

  @PostMapping("/people/{position}/decide")
  @Needs(Permission.RUN_CAMPAIGNS)
  List<StoryLine> decide(
      @PathVariable long id, @PathVariable long position, @RequestBody DecisionBody body) {
    reports.decide(id, position, body.arrived(), Caller.id(), clock.instant());
    // Who did not get it may be tried again.
    runner.wake();
    return reports.story(id, position);
  }

  @GetMapping("/replies")
  @Needs(Permission.SEE_CAMPAIGNS)
  Page<Reply> replies(@PathVariable long id, @RequestParam Optional<Long> before) {
    campaigns.get(id);
    Page<Reply> page = reports.replies(id, before, PAGE);
    return new Page<>(page.items().stream().map(ReportController::shown).toList(), page.next());
  }

  @GetMapping(value = "/report.csv", produces = "text/csv")
  @Needs(Permission.SEE_CAMPAIGNS)
  ResponseEntity<StreamingResponseBody> reportCsv(@PathVariable long id) {
    Brief brief = campaigns.get(id).brief();
    boolean whole = Caller.signedIn().map(who -> who.may(Permission.SEE_NUMBERS)).orElse(false);
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"campaign-" + id + ".csv\"")
        .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
        .body(out -> table.write(id, brief, whole, out));
  }

  /** A reason that is none is asked for by this word, since an empty one asks for all. */
  static final String NO_REASON = "NONE";

  static Set<String> reasons(Set<String> asked) {
    return asked.stream()
        .map(reason -> reason.equals(NO_REASON) ? "" : reason)
        .collect(Collectors.toUnmodifiableSet());
  }

  private static AudienceRow shown(AudienceRow row) {
    return new AudienceRow(
        row.position(),
        row.personId(),
        row.name(),
        Caller.shown(row.number()),
        row.state(),
        row.reason(),
        row.due(),
        row.changedAt(),
        row.segments(),
        row.costMicros(),
        row.text(),
        row.attempts(),
        row.answeredMillis(),
        row.heardMillis(),
        row.key());
  }

  private static Reply shown(Reply reply) {
    return new Reply(
        reply.id(),
        reply.at(),
        reply.channel(),
        reply.name(),
        Caller.shown(reply.number()),
        reply.text(),
        reply.optOut());
  }
}
