package app.gemba.engine.desk;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.AttemptBook.Stepped;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.AgentContent.Dialling;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.DeskBook;
import app.gemba.core.desk.NotNow;
import app.gemba.core.pacing.Pace;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.CallPlan;
import app.gemba.engine.Brake;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CallUnderWay;
import app.gemba.engine.Outlet;
import app.gemba.engine.RecentStops;
import app.gemba.engine.TelephoneLines;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Where calls of agents go out: who is claimed, or shown first, comes to a desk that is free, and
 * the line is opened with the agent on it from the first ring. What came of a call is kept in the
 * order in which it happened.
 */
public final class DeskExchange implements Outlet, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(DeskExchange.class);

  private final Parts parts;
  private final Floor floor;
  private final Set<Long> stoppedCampaigns = ConcurrentHashMap.newKeySet();
  private final KeptInTurn kept = new KeptInTurn();
  private final Sittings sittings;
  private final DeskActs acts;

  /**
   * What it works with.
   *
   * @param realTime whether the business clock goes as a person's own: nobody talks faster
   */
  public record Parts(
      AttemptBook attempts,
      DeskBook desks,
      TelephoneLines lines,
      Brake brake,
      RecentStops stops,
      CallPlans plans,
      CallSounds sounds,
      Verdicts verdicts,
      Supplier<ZoneId> houseZone,
      BooleanSupplier realTime,
      Clock clock) {}

  /** An exchange with an empty floor. */
  public DeskExchange(Parts parts) {
    this.parts = parts;
    this.floor = new Floor(parts.desks(), parts.clock(), kept);
    this.sittings = new Sittings(parts);
    this.acts = new DeskActs(parts, floor, sittings, kept);
  }

  /** All desks. */
  public Floor floor() {
    return floor;
  }

  /** What agents do with the call in hand. */
  public DeskActs acts() {
    return acts;
  }

  /** Why no call can begin now, in a sentence; empty where one can. */
  public Optional<String> whyNotNow() {
    if (parts.brake().isOn()) {
      return Optional.of("The brake is on: no call begins until somebody takes it off.");
    }
    if (!parts.lines().isConnected()) {
      return Optional.of("The telephone network is not connected. No call begins until it is.");
    }
    return parts.realTime().getAsBoolean()
        ? Optional.empty()
        : Optional.of("The clock runs faster than life. Calls wait until it is back at ×1.");
  }

  @Override
  public int room(Launched campaign) {
    return whyNotNow().isPresent() || stoppedCampaigns.contains(campaign.id())
        ? 0
        : Math.min(parts.lines().free(), floor.free(campaign.id()));
  }

  @Override
  public boolean isByHand(Launched campaign) {
    return campaign.brief().agents().dialling() == Dialling.PREVIEW;
  }

  @Override
  public Set<Long> inHand(Launched campaign) {
    return floor.seats().stream()
        .flatMap(seat -> seat.view().desk().call().stream())
        .filter(call -> call.campaignId() == campaign.id())
        .map(CallInHand::position)
        .collect(Collectors.toUnmodifiableSet());
  }

  @Override
  public void offer(Launched campaign, Candidate person) {
    Optional<Long> promisedBy = parts.desks().promisedBy(person.position());
    floor.freeFor(campaign.id(), promisedBy).ifPresent(seat -> seat.show(inHand(campaign, person)));
  }

  @Override
  public void send(Launched campaign, Claim claim) {
    Optional<Long> promisedBy = parts.desks().promisedBy(claim.send().candidate().position());
    Optional<Seat> seat = floor.freeFor(campaign.id(), promisedBy);
    if (seat.isEmpty() || !begin(seat.get(), campaign, claim)) {
      keep(new WireEvent.Withdrawn(claim.attemptId()));
    }
  }

  @Override
  public void stopCampaign(long campaign) {
    stoppedCampaigns.add(campaign);
  }

  @Override
  public boolean isConnected() {
    return parts.lines().isConnected();
  }

  @Override
  public void onChange(Runnable runnable) {
    parts.lines().onChange(runnable);
  }

  /**
   * Calls whoever is shown to an agent. The verdict is asked again at this moment.
   *
   * @throws NotNow where they may not be called now any more, or no call can begin
   */
  public void call(Seat seat) {
    CallInHand shown = seat.shown();
    whyNotNow()
        .ifPresent(
            why -> {
              throw new NotNow(why);
            });
    Launched campaign = running(shown.campaignId());
    Run run =
        new Run(
            parts.verdicts(),
            campaign.brief().terms(parts.houseZone().get()),
            campaign.brief().composer(),
            Pace.every(campaign.brief().leastInterval(), now()));
    Stepped stepped =
        parts
            .attempts()
            .stepFor(campaign, shown.position(), now(), looked -> decided(run.step(looked, now())));
    if (stepped.claims().isEmpty()) {
      seat.putBack("Not called: they may not be called now any more.");
      throw new NotNow("Not called: they may not be called now any more. Somebody else comes.");
    }
    Claim claim = stepped.claims().get(0);
    if (!begin(seat, campaign, claim)) {
      keep(new WireEvent.Withdrawn(claim.attemptId()));
      throw new NotNow("Not called: this call cannot begin now. Nothing was lost.");
    }
  }

  /** Only what becomes of the one person; the campaign's life is its runner's. */
  private static List<RunCommand> decided(Run.Step step) {
    return step.commands().stream()
        .filter(one -> !(one instanceof RunCommand.Finish || one instanceof RunCommand.WakeAt))
        .toList();
  }

  @Override
  public void close() {
    kept.close();
  }

  private boolean begin(Seat seat, Launched campaign, Claim claim) {
    Optional<CallNetwork> network = parts.lines().network();
    boolean held =
        whyNotNow().isPresent()
            || network.isEmpty()
            || parts.stops().has(claim.to())
            || stoppedCampaigns.contains(campaign.id());
    if (held) {
      return false;
    }
    long attempt = claim.attemptId();
    CallInHand person = inHand(campaign, claim.send().candidate());
    CallPlan plan = parts.plans().attended(campaign.brief(), sittings.message(seat, campaign));
    String from = seat.view().sitting().map(Sitting::callerNumber).orElse(campaign.sender());
    return seat.dial(
        person,
        attempt,
        agent -> {
          parts.desks().dialled(attempt, seat.agentId(), now());
          parts.lines().take();
          CallUnderWay call = CallUnderWay.attended(network.get(), from, claim.to(), plan, agent);
          call.ended().thenAccept(ended -> ended(seat, attempt, ended));
          return call;
        });
  }

  private void ended(Seat seat, long attempt, CallUnderWay.Ended ended) {
    kept.later(
        () -> {
          try {
            parts.sounds().keepRecording(attempt, ended.heard(), ended.said());
          } catch (IOException e) {
            LOG.error("the sound of {} was not kept: {}", attempt, e.getMessage());
          }
          try {
            parts
                .attempts()
                .record(List.of(new WireEvent.CallEnded(attempt, ended.report())), now());
          } finally {
            seat.ended(attempt, ended.report().outcome().words());
            parts.lines().release();
          }
        });
  }

  private void keep(WireEvent event) {
    kept.later(() -> parts.attempts().record(List.of(event), now()));
  }

  private static CallInHand inHand(Launched campaign, Candidate person) {
    return CallInHand.shown(
        campaign.id(), person.position(), person.standing().number().orElseThrow().e164());
  }

  private Launched running(long campaign) {
    return sittings
        .launched(campaign)
        .filter(one -> one.state() == CampaignState.RUNNING)
        .filter(one -> one.brief().channel() == Channel.AGENT_CALL)
        .orElseThrow(() -> new NotNow("This campaign is not running now. No call begins."));
  }

  private Instant now() {
    return parts.clock().instant();
  }
}
