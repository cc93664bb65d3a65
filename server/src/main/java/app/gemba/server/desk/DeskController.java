package app.gemba.server.desk;

import app.gemba.core.campaign.CampaignState;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.Channel;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.NotNow;
import app.gemba.core.voice.Key;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import app.gemba.engine.desk.Sitting;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.desk.DeskViews.DeskView;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.Refused;
import app.gemba.store.SenderStore;
import app.gemba.store.SenderStore.Sender;
import app.gemba.store.SoundStore;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What agents do at their desks; each act gives the desk as it is after it. */
@RestController
@RequestMapping("/api/v1/desk")
class DeskController {
  private static final Duration SKIPPED_FOR = Duration.ofMinutes(30);

  private final DeskExchange exchange;
  private final DeskViews views;
  private final FollowUpProposals proposals;
  private final CampaignStore campaigns;
  private final SenderStore senders;
  private final SoundStore sounds;
  private final CampaignRunner runner;
  private final BusinessClock clock;

  DeskController(
      DeskExchange exchange,
      DeskViews views,
      FollowUpProposals proposals,
      CampaignStore campaigns,
      SenderStore senders,
      SoundStore sounds,
      CampaignRunner runner,
      BusinessClock clock) {
    this.exchange = exchange;
    this.views = views;
    this.proposals = proposals;
    this.campaigns = campaigns;
    this.senders = senders;
    this.sounds = sounds;
    this.runner = runner;
    this.clock = clock;
  }

  /** Something that can be chosen for a sitting. */
  record Choosable(long id, String name, long people) {}

  /** What can be chosen for a sitting: campaigns that run, numbers to call from, messages. */
  record SittingChoices(
      List<Choosable> campaigns, List<Choosable> senders, List<Choosable> sounds) {}

  /** What is chosen for a sitting. */
  record SignOnBody(@NotNull Long campaignId, @NotNull Long senderId, Optional<Long> soundId) {}

  /** Words to say. */
  record SayBody(@NotBlank @Size(max = 600) String words) {}

  /** On or off. */
  record HoldBody(boolean on) {}

  /** A key of the telephone. */
  record KeyBody(@NotNull @Pattern(regexp = "[0-9*#]") String key) {}

  /** How the call ended; a follow-up without a time gets the one that is proposed. */
  record MarkBody(@NotNull @Pattern(regexp = "[1-9]") String key, Optional<Instant> at) {}

  /** What is noted about the call. */
  record NoteBody(@NotNull @Size(max = 1_000) String text) {}

  @GetMapping
  @Needs(Permission.TAKE_CALLS)
  DeskView desk() {
    return views.of(agent());
  }

  @GetMapping("/choices")
  @Needs(Permission.TAKE_CALLS)
  SittingChoices sittingChoices() {
    return new SittingChoices(
        campaigns.in(List.of(CampaignState.RUNNING)).stream()
            .filter(one -> one.brief().channel() == Channel.AGENT_CALL)
            .map(one -> new Choosable(one.id(), one.brief().name(), one.waiting()))
            .toList(),
        callers().stream()
            .map(one -> new Choosable(one.id(), one.label() + ", " + one.address(), 0))
            .toList(),
        sounds.all().stream().map(one -> new Choosable(one.id(), one.name(), 0)).toList());
  }

  @PostMapping("/sign-on")
  @Needs(Permission.TAKE_CALLS)
  DeskView signOn(@Valid @RequestBody SignOnBody body) {
    Campaign campaign = campaigns.get(body.campaignId());
    if (campaign.brief().channel() != Channel.AGENT_CALL) {
      throw new Refused(Refused.Kind.INVALID, "Agents do not call for this campaign.");
    }
    Sender from =
        callers().stream()
            .filter(one -> one.id() == body.senderId())
            .findFirst()
            .orElseThrow(() -> Refused.notFound("sender that calls"));
    body.soundId().ifPresent(sounds::get);
    exchange.floor().signOn(agent(), new Sitting(campaign.id(), from.address(), body.soundId()));
    return desk();
  }

  @PostMapping("/sign-off")
  @Needs(Permission.TAKE_CALLS)
  DeskView signOff() {
    return after(Seat::signOff);
  }

  @PostMapping("/ready")
  @Needs(Permission.TAKE_CALLS)
  DeskView ready() {
    return after(Seat::ready);
  }

  /** A break now, or behind the call in hand. */
  @PostMapping("/break")
  @Needs(Permission.TAKE_CALLS)
  DeskView takeBreak() {
    return after(Seat::rest);
  }

  /** Calls whoever is shown. */
  @PostMapping("/call")
  @Needs(Permission.TAKE_CALLS)
  DeskView call() {
    return after(exchange::call);
  }

  /** Puts whoever is shown back for half an hour. */
  @PostMapping("/skip")
  @Needs(Permission.TAKE_CALLS)
  DeskView skip() {
    return after(seat -> exchange.acts().skip(seat, SKIPPED_FOR));
  }

  @PostMapping("/say")
  @Needs(Permission.TAKE_CALLS)
  DeskView say(@Valid @RequestBody SayBody body) {
    return after(seat -> exchange.acts().say(seat, body.words().strip()));
  }

  /** Says no more of what is being said. */
  @PostMapping("/hush")
  @Needs(Permission.TAKE_CALLS)
  DeskView hush() {
    return after(Seat::hush);
  }

  @PostMapping("/hold")
  @Needs(Permission.TAKE_CALLS)
  DeskView hold(@RequestBody HoldBody body) {
    return after(seat -> seat.hold(body.on()));
  }

  @PostMapping("/key")
  @Needs(Permission.TAKE_CALLS)
  DeskView press(@Valid @RequestBody KeyBody body) {
    return after(seat -> seat.press(Key.of(body.key().charAt(0)).orElseThrow()));
  }

  @PostMapping("/hang-up")
  @Needs(Permission.TAKE_CALLS)
  DeskView hangUp() {
    return after(Seat::hangUp);
  }

  /** Leaves the sitting's message on the machine that has answered; the agent is free at once. */
  @PostMapping("/leave-message")
  @Needs(Permission.TAKE_CALLS)
  DeskView leaveMessage() {
    return after(exchange.acts()::leaveMessage);
  }

  @PostMapping("/mark")
  @Needs(Permission.TAKE_CALLS)
  DeskView mark(@Valid @RequestBody MarkBody body) {
    return after(seat -> exchange.acts().mark(seat, choice(seat, body)));
  }

  @PostMapping("/note")
  @Needs(Permission.TAKE_CALLS)
  DeskView note(@Valid @RequestBody NoteBody body) {
    return after(seat -> exchange.acts().note(seat, body.text()));
  }

  /** The agent has done with the call in hand. */
  @PostMapping("/finish")
  @Needs(Permission.TAKE_CALLS)
  DeskView finish() {
    return after(exchange.acts()::finish);
  }

  private Choice choice(Seat seat, MarkBody body) {
    Seat.View is = seat.view();
    long campaign =
        is.sitting().map(Sitting::campaignId).orElseThrow(() -> new NotNow("Sign on first."));
    AgentOutcome outcome =
        campaigns
            .get(campaign)
            .brief()
            .agents()
            .outcome(body.key())
            .orElseThrow(
                () -> new Refused(Refused.Kind.INVALID, "No call ends by key " + body.key() + "."));
    return new Choice(
        outcome,
        outcome.follow() == Follow.FOLLOW_UP
            ? Optional.of(proposals.at(seat, outcome, body.at(), clock.instant()))
            : Optional.empty());
  }

  private List<Sender> callers() {
    return senders.all().stream()
        .filter(one -> one.channels().contains(Channel.AGENT_CALL.carrier()))
        .toList();
  }

  private DeskView after(Consumer<Seat> act) {
    act.accept(exchange.floor().seat(agent()));
    runner.wake();
    return desk();
  }

  private static long agent() {
    return Caller.id().orElseThrow();
  }
}
