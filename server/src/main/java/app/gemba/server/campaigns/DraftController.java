package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.PersonState;
import app.gemba.engine.CampaignRunner;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.PickedPeople;
import app.gemba.store.Refused;
import app.gemba.store.ReportStore.Part;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * Drafts that begin from something: another campaign, a part of its report, people picked by hand.
 */
@RestController
@RequestMapping("/api/v1/campaigns/{id}")
class DraftController {
  private final CampaignStore campaigns;
  private final PickedPeople picks;
  private final Drafts drafts;
  private final CampaignRunner runner;
  private final BusinessClock clock;

  DraftController(
      CampaignStore campaigns,
      PickedPeople picks,
      Drafts drafts,
      CampaignRunner runner,
      BusinessClock clock) {
    this.campaigns = campaigns;
    this.picks = picks;
    this.drafts = drafts;
    this.runner = runner;
    this.clock = clock;
  }

  /** People picked by hand. */
  record PickBody(@NotNull @Size(max = 10_000) List<Long> people) {}

  /** A part of an audience; what is not given is not asked for. */
  record PartBody(
      @NotNull Set<PersonState> states,
      Optional<Set<String>> reasons,
      Optional<Long> listId,
      Optional<Instant> dueIn) {}

  /** Where a test goes, and for whom it is filled. */
  record TestBody(@NotBlank @Size(max = 80) String number, Optional<Long> personId) {}

  @PostMapping("/duplicate")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  Campaign duplicate(@PathVariable long id) {
    return drafts.copyOf(campaigns.get(id), true, Caller.id());
  }

  @PostMapping("/follow-on")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  Campaign followOn(@PathVariable long id, @Valid @RequestBody PartBody body) {
    Campaign draft = drafts.copyOf(campaigns.get(id), false, Caller.id());
    picks.addFrom(
        draft.id(),
        id,
        new Part(
            body.states(),
            ReportController.reasons(body.reasons().orElse(Set.of())),
            body.listId(),
            body.dueIn()));
    return campaigns.get(draft.id());
  }

  @PostMapping("/picked")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  Campaign pick(@PathVariable long id, @Valid @RequestBody PickBody body) {
    requireDraft(id);
    picks.add(id, body.people());
    return campaigns.get(id);
  }

  /** Ids of those who were picked by hand, so that leaving them out can be taken back. */
  @GetMapping("/picked")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<Long> picked(@PathVariable long id) {
    campaigns.get(id);
    return picks.of(id);
  }

  @DeleteMapping("/picked")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  Campaign unpick(@PathVariable long id) {
    requireDraft(id);
    picks.clear(id);
    return campaigns.get(id);
  }

  @PostMapping("/test")
  @Needs(Permission.RUN_CAMPAIGNS)
  Campaign test(@PathVariable long id, @Valid @RequestBody TestBody body) {
    Brief brief = campaigns.get(id).brief();
    Campaign test =
        drafts.testOf(id, brief, body.number(), body.personId(), Caller.id(), clock.instant());
    runner.nudge();
    return test;
  }

  private void requireDraft(long id) {
    if (campaigns.get(id).state() != CampaignState.DRAFT) {
      throw new Refused(Refused.Kind.WRONG_STATE, "The audience of a launched campaign is frozen.");
    }
  }
}
