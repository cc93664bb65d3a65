package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.content.SmsSegmenter;
import app.gemba.core.content.SmsText;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.Outlets;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.people.ListAccess;
import app.gemba.server.people.TypedZone;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.NumberZones;
import app.gemba.store.Page;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Composing campaigns, and their life. */
@RestController
@RequestMapping("/api/v1")
class CampaignController {
  private static final int PAGE = 100;
  private static final int MOST_AT_ONCE = 100_000;

  private final ListAccess access;
  private final CampaignStore campaigns;
  private final Launches launches;
  private final NumberZones zones;
  private final CampaignRunner runner;
  private final Outlets outlets;
  private final BusinessClock clock;

  CampaignController(
      CampaignStore campaigns,
      Launches launches,
      NumberZones zones,
      CampaignRunner runner,
      Outlets outlets,
      BusinessClock clock,
      ListAccess access) {
    this.access = access;
    this.campaigns = campaigns;
    this.launches = launches;
    this.zones = zones;
    this.runner = runner;
    this.outlets = outlets;
    this.clock = clock;
  }

  /** A changed brief, and the version it was made from. */
  record ChangeBody(int version, @NotNull Brief brief) {}

  /** A text to be measured. */
  record MeasureBody(@NotNull @Size(max = 10_000) String text) {}

  /** How a text goes over the air. */
  record Measure(String encoding, int units, List<String> segments, int unitsPerSegment) {}

  /**
   * A launch.
   *
   * @param key the caller's own, the same when the request is repeated
   * @param people what the confirmation said, as are {@code segments} and {@code costMicros}
   */
  record LaunchBody(
      int version,
      @NotBlank @Size(max = 80) String key,
      long people,
      long segments,
      long costMicros) {}

  @GetMapping("/campaigns")
  @Needs(Permission.SEE_CAMPAIGNS)
  Page<Campaign> campaigns(@RequestParam Optional<Long> before) {
    return campaigns.page(before, PAGE);
  }

  @PostMapping("/campaigns")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  Campaign addCampaign(@RequestBody Brief brief) {
    requireSound(brief);
    brief.lists().forEach(access::require);
    return campaigns.add(brief, Caller.id(), clock.instant());
  }

  @GetMapping("/campaigns/{id}")
  @Needs(Permission.SEE_CAMPAIGNS)
  Campaign campaign(@PathVariable long id) {
    return campaigns.get(id);
  }

  @PutMapping("/campaigns/{id}")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  Campaign changeCampaign(@PathVariable long id, @Valid @RequestBody ChangeBody body) {
    requireSound(body.brief());
    body.brief().lists().forEach(access::require);
    return campaigns.change(id, body.version(), body.brief(), clock.instant());
  }

  @PostMapping("/texts/measure")
  @Needs(Permission.SEE_CAMPAIGNS)
  Measure measure(@Valid @RequestBody MeasureBody body) {
    SmsText cut = SmsSegmenter.cut(body.text());
    int per = cut.count() > 1 ? cut.encoding().unitsJoined() : cut.encoding().unitsAlone();
    return new Measure(cut.encoding().name(), cut.units(), cut.segments(), per);
  }

  @PostMapping("/campaigns/{id}/launch")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign launch(@PathVariable long id, @Valid @RequestBody LaunchBody body) {
    Launches.Promise promise =
        new Launches.Promise(body.people(), body.segments(), body.costMicros());
    launches.launch(id, body.version(), body.key(), promise, Caller.id());
    runner.nudge();
    return campaigns.get(id);
  }

  @PostMapping("/campaigns/{id}/pause")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign pause(@PathVariable long id) {
    return act(id, CampaignAct.PAUSE);
  }

  @PostMapping("/campaigns/{id}/resume")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign resume(@PathVariable long id) {
    return act(id, CampaignAct.RESUME);
  }

  @PostMapping("/campaigns/{id}/stop")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign stop(@PathVariable long id) {
    Campaign stopped = act(id, CampaignAct.STOP);
    outlets.stopCampaign(id);
    return stopped;
  }

  /** Finishes a campaign that waits for nobody but those held until something is known. */
  @PostMapping("/campaigns/{id}/finish")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign finish(@PathVariable long id) {
    campaigns.finishWithoutHeld(id, Caller.id(), clock.instant());
    runner.nudge();
    return campaigns.get(id);
  }

  /** A time zone for the people of a campaign who are held because theirs is not known. */
  record HeldZoneBody(@NotBlank @Size(max = 60) String zone) {}

  /** How many numbers now have a zone. */
  record ZonesSet(int numbers) {}

  /** Says where those are who are held for want of a zone; they come due at once. */
  @PostMapping("/campaigns/{id}/held-zone")
  @Needs(Permission.CHANGE_PEOPLE)
  ZonesSet setHeldZone(@PathVariable long id, @Valid @RequestBody HeldZoneBody body) {
    campaigns.get(id);
    int set =
        zones.set(
            zones.heldIn(id, MOST_AT_ONCE),
            Set.of(TypedZone.read(body.zone())),
            Caller.id(),
            clock.instant());
    runner.wake();
    return new ZonesSet(set);
  }

  private Campaign act(long id, CampaignAct act) {
    campaigns.act(id, act, Caller.id(), clock.instant());
    runner.nudge();
    return campaigns.get(id);
  }

  /** Whether a campaign takes in who comes onto its lists while it runs. */
  record FeedsBody(boolean feeds) {}

  @GetMapping("/campaigns/{id}/feeds")
  @Needs(Permission.SEE_CAMPAIGNS)
  FeedsBody feeds(@PathVariable long id) {
    campaigns.get(id);
    return new FeedsBody(campaigns.feeds(id));
  }

  @PutMapping("/campaigns/{id}/feeds")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  FeedsBody setFeeds(@PathVariable long id, @RequestBody FeedsBody body) {
    campaigns.get(id);
    campaigns.setFeeds(id, body.feeds(), Caller.id(), clock.instant());
    return body;
  }

  private static void requireSound(Brief brief) {
    List<String> mistakes = brief.mistakes();
    if (!mistakes.isEmpty()) {
      throw new Refused(Refused.Kind.INVALID, String.join(" ", mistakes));
    }
  }
}
