package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.AttemptBook.Stepped;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.FailureReason;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.content.StopWord;
import app.gemba.core.pacing.Pace;
import app.gemba.store.AttemptStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Random;
import org.springframework.stereotype.Component;

/**
 * Plays a campaign of the past on a virtual clock: the same run and the same books as a live one,
 * with a made-up network in place of the wire.
 */
@Component
class DemoHistory {
  private static final int WINDOW = 100;
  private static final int LOST_ONE_IN = 1_200;
  private static final Duration BATCH = Duration.ofSeconds(30);
  private static final List<String> ANSWERS =
      List.of("Thanks!", "ok, see you on board", "does the 7:10 take dogs", "wrong number I think");

  private final CampaignStore campaigns;
  private final AttemptStore book;
  private final Verdicts verdicts;
  private final HouseStore house;

  DemoHistory(CampaignStore campaigns, AttemptStore book, Verdicts verdicts, HouseStore house) {
    this.campaigns = campaigns;
    this.book = book;
    this.verdicts = verdicts;
    this.house = house;
  }

  private record Coming(Instant at, WireEvent event) {}

  /** Plays a campaign from its launch to its end. */
  void play(Brief brief, Optional<Long> user, Instant launch) {
    long id = play(brief, user, launch, Instant.MAX);
    if (campaigns.get(id).state() == CampaignState.RUNNING) {
      campaigns.finishWithoutHeld(id, user, launch.plus(Duration.ofDays(1)));
    }
  }

  /**
   * Plays a campaign from its launch until a moment, or to its end. What is in flight then has
   * arrived, but for a few whose answer was lost.
   *
   * @return the campaign's id
   */
  long play(Brief brief, Optional<Long> user, Instant launch, Instant until) {
    Launched launched = launch(brief, user, launch);
    book.advance(launched.id(), CampaignAct.BEGIN, launch);
    run(launched(launched.id()), house.house().zone(), launch, until);
    return launched.id();
  }

  /** Launches a campaign whose start has not come yet. */
  Launched launch(Brief brief, Optional<Long> user, Instant launch) {
    Campaign campaign = campaigns.add(brief, user, launch.minus(Duration.ofHours(3)));
    campaigns.launch(
        campaign.id(),
        new CampaignStore.LaunchTerms(
            campaign.version(),
            "demo-" + campaign.id(),
            verdicts.packVersion(),
            "stand-in",
            List.of()),
        user,
        launch);
    ZoneId zone = house.house().zone();
    Launched launched = launched(campaign.id());
    while (!book.freezeSome(
        launched, launch, who -> verdicts.of(who.standing(), brief.terms(zone), launch))) {
      // Each turn freezes the next part of the audience.
    }
    return launched(campaign.id());
  }

  private Launched launched(long id) {
    return book.launched().stream().filter(one -> one.id() == id).findFirst().orElseThrow();
  }

  private void run(Launched campaign, ZoneId zone, Instant launch, Instant until) {
    Random random = new Random(campaign.id());
    PriorityQueue<Coming> coming = new PriorityQueue<>((a, b) -> a.at().compareTo(b.at()));
    Run[] run = {
      new Run(
          verdicts,
          campaign.brief().terms(zone),
          campaign.brief().mergeText(),
          Pace.perMinute(campaign.brief().perMinute(), launch))
    };
    Duration turn = Duration.ofMillis(Math.max(1_000, 60_000L / campaign.brief().perMinute()));
    Instant now = launch;
    Optional<Instant> next = Optional.of(launch.plus(turn));
    while (now.isBefore(until) && (next.isPresent() || !coming.isEmpty())) {
      // What arrives is heard in batches: nobody looks at these seconds.
      Instant heard = coming.isEmpty() ? Instant.MAX : coming.peek().at().plus(BATCH);
      now = next.filter(at -> at.isBefore(heard)).orElse(heard);
      tell(coming, now);
      if (next.equals(Optional.of(now))) {
        next = step(campaign, run, coming, random, now, turn);
      }
    }
    Instant end = now;
    coming.removeIf(one -> one.event() instanceof WireEvent.Incoming);
    coming.forEach(one -> book.record(List.of(one.event()), end));
  }

  /** When the next step is due; empty where nobody is left but who is held until all is known. */
  private Optional<Instant> step(
      Launched campaign,
      Run[] run,
      PriorityQueue<Coming> coming,
      Random random,
      Instant now,
      Duration turn) {
    RunCommand first = run[0].step(new RunEvent.Tick(WINDOW), now).commands().get(0);
    if (!(first instanceof RunCommand.Look look)) {
      return Optional.of(now.plus(turn));
    }
    boolean[] onlyAwaiting = {false};
    Stepped stepped =
        book.step(
            campaign,
            look.atMost(),
            now,
            looked -> {
              Run.Step step = run[0].step(looked, now);
              run[0] = step.next();
              onlyAwaiting[0] = looked.awaiting() && looked.nextHeldUntil().isEmpty();
              return step.commands();
            });
    List<WireEvent> taken = new ArrayList<>();
    for (Claim claim : stepped.claims()) {
      send(campaign, claim, taken, coming, random, now);
    }
    if (!taken.isEmpty()) {
      book.record(taken, now);
    }
    if (onlyAwaiting[0]) {
      return Optional.empty();
    }
    Instant wake = now.plus(turn);
    for (RunCommand other : stepped.others()) {
      if (other instanceof RunCommand.Finish) {
        return Optional.empty();
      }
      wake = other instanceof RunCommand.WakeAt at ? at.instant() : wake;
    }
    return Optional.of(wake);
  }

  private static void send(
      Launched campaign,
      Claim claim,
      List<WireEvent> taken,
      PriorityQueue<Coming> coming,
      Random random,
      Instant now) {
    if (random.nextInt(LOST_ONE_IN) == 0) {
      taken.add(new WireEvent.Unanswered(new WireEvent.PartRef(claim.attemptId(), 0)));
      return;
    }
    double fate = random.nextDouble();
    PartState end =
        fate < 0.012 ? PartState.FAILED : fate < 0.03 ? PartState.EXPIRED : PartState.DELIVERED;
    FailureReason reason =
        end == PartState.FAILED ? FailureReason.NUMBER_GONE : FailureReason.HANDSET_AWAY;
    Instant arrives = now.plusSeconds(end == PartState.EXPIRED ? 14_400 : 1 + random.nextInt(30));
    for (int part = 0; part < claim.send().text().count(); part++) {
      String id = Long.toHexString(claim.attemptId() * 16 + part + 0x7f3a00);
      taken.add(new WireEvent.Accepted(new WireEvent.PartRef(claim.attemptId(), part), id));
      WireEvent receipt =
          new WireEvent.Receipt(id, Optional.empty(), claim.to(), end, reason, end.name());
      coming.add(new Coming(arrives, receipt));
    }
    double mood = random.nextDouble();
    if (end == PartState.DELIVERED && mood < 0.03) {
      String text = mood < 0.005 ? "STOP" : ANSWERS.get(random.nextInt(ANSWERS.size()));
      coming.add(
          new Coming(
              arrives.plusSeconds(20 + random.nextInt(600)),
              new WireEvent.Incoming(claim.to(), campaign.sender(), text)));
    }
  }

  private void tell(PriorityQueue<Coming> coming, Instant now) {
    List<WireEvent> receipts = new ArrayList<>();
    while (!coming.isEmpty() && !coming.peek().at().isAfter(now)) {
      Coming next = coming.poll();
      if (next.event() instanceof WireEvent.Incoming incoming) {
        book.recordIncoming(incoming, StopWord.isIn(incoming.text()), next.at());
      } else {
        receipts.add(next.event());
      }
    }
    if (!receipts.isEmpty()) {
      book.record(receipts, now);
    }
  }
}
