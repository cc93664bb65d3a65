package app.gemba.server.campaigns;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.ReasonCode;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.campaigns.Preflights.GroupPerson;
import app.gemba.server.campaigns.Preflights.Result;
import app.gemba.server.people.TypedZone;
import app.gemba.store.CampaignStore;
import app.gemba.store.NumberZones;
import app.gemba.store.Page;
import app.gemba.store.PeopleEdits;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What would happen, before launch. */
@RestController
@RequestMapping("/api/v1/campaigns/{id}")
class PreflightController {
  private static final int PAGE = 50;

  private final Preflights preflights;
  private final CampaignStore campaigns;
  private final PeopleEdits edits;
  private final NumberZones zones;
  private final BusinessClock clock;

  PreflightController(
      Preflights preflights,
      CampaignStore campaigns,
      PeopleEdits edits,
      NumberZones zones,
      BusinessClock clock) {
    this.preflights = preflights;
    this.campaigns = campaigns;
    this.edits = edits;
    this.zones = zones;
    this.clock = clock;
  }

  /** An agreement and its evidence: for which purposes, how it was given, and on which day. */
  record AgreeBody(
      @NotEmpty Set<Purpose> purposes,
      @NotBlank @Size(max = 200) String how,
      @NotNull LocalDate on) {}

  @GetMapping("/preflight")
  @Needs(Permission.SEE_CAMPAIGNS)
  Result preflight(@PathVariable long id) {
    return preflights.result(id);
  }

  @GetMapping("/preflight/people")
  @Needs(Permission.SEE_CAMPAIGNS)
  Page<GroupPerson> preflightPeople(
      @PathVariable long id,
      @RequestParam Optional<String> group,
      @RequestParam Optional<Long> after) {
    List<GroupPerson> people =
        preflights.people(id, group, after.orElse(0L), PAGE + 1).stream()
            .map(
                person ->
                    new GroupPerson(
                        person.personId(),
                        person.name(),
                        Caller.shown(person.number()),
                        person.text(),
                        person.reasons()))
            .toList();
    boolean more = people.size() > PAGE;
    List<GroupPerson> shown = more ? people.subList(0, PAGE) : people;
    Optional<String> next =
        more ? Optional.of(String.valueOf(shown.get(PAGE - 1).personId())) : Optional.empty();
    return new Page<>(shown, next);
  }

  /** Gives everybody who is refused for want of an agreement one, with its evidence. */
  @PostMapping("/preflight/agree")
  @Needs(Permission.CHANGE_PEOPLE)
  Result agree(@PathVariable long id, @Valid @RequestBody AgreeBody body) {
    Channel channel = campaigns.get(id).brief().channel().agreement();
    List<String> numbers =
        new ArrayList<>(preflights.numbersBehind(id, ReasonCode.NO_AGREEMENT.name()));
    numbers.addAll(preflights.numbersBehind(id, ReasonCode.NO_VOICE_AGREEMENT.name()));
    edits.agree(
        numbers,
        new PeopleEdits.Agreed(channel, body.purposes(), body.how().strip(), body.on()),
        Caller.id(),
        clock.instant());
    return preflights.result(id);
  }

  /** Where those are whose time zone a number alone does not tell. */
  record ZoneBody(@NotBlank @Size(max = 60) String zone) {}

  /** Says where everybody is who would be held for want of a zone. */
  @PostMapping("/preflight/zone")
  @Needs(Permission.CHANGE_PEOPLE)
  Result setZone(@PathVariable long id, @Valid @RequestBody ZoneBody body) {
    zones.set(
        preflights.numbersBehind(id, ReasonCode.ZONE_UNKNOWN.name()),
        Set.of(TypedZone.read(body.zone())),
        Caller.id(),
        clock.instant());
    return preflights.result(id);
  }

  @GetMapping("/fields")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<String> mergeFields(@PathVariable long id) {
    return preflights.fields(id);
  }
}
