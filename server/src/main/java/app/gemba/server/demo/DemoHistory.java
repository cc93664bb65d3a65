package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.AttemptBook.Stepped;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.content.StopWord;
import app.gemba.core.pacing.Pace;
import app.gemba.store.AttemptStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.SenderStore;
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
 * with made-up networks in place of the wires.
 */
@Component
class DemoHistory {
  private static final int WINDOW = 100;
  private static final Duration BATCH = Duration.ofSeconds(30);
  private final CampaignStore campaigns;
  private final AttemptStore book;
  private final Verdicts verdicts;
  private final HouseStore house;
  private final SenderStore senders;
  private final DemoWires wires;

  DemoHistory(
      CampaignStore campaigns,
      AttemptStore book,
      Verdicts verdicts,
      HouseStore house,
      SenderStore senders,
      DemoWires wires) {
    this.campaigns = campaigns;
    this.book = book;
    this.verdicts = verdicts;
    this.house = house;
    this.senders = senders;
    this.wires = wires;
  }

  /** Who holds the calls of agents, in turn. */
  void sit(List<Long> agents) {
    wires.sit(agents);
  }

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
            tariff(brief),
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

  private Tariff tariff(Brief brief) {
    return senders.all().stream()
        .filter(sender -> brief.senderId().equals(Optional.of(sender.id())))
        .map(SenderStore.Sender::tariff)
        .findFirst()
        .orElseThrow();
  }

  private static Duration longer(Duration one, Duration other) {
    return one.compareTo(other) > 0 ? one : other;
  }

  private Launched launched(long id) {
    return book.launched().stream().filter(one -> one.id() == id).findFirst().orElseThrow();
  }

  private void run(Launched campaign, ZoneId zone, Instant launch, Instant until) {
    Random random = new Random(campaign.id());
    PriorityQueue<DemoWire.Coming> coming = new PriorityQueue<>((a, b) -> a.at().compareTo(b.at()));
    Run[] run = {
      new Run(
          verdicts,
          campaign.brief().terms(zone),
          campaign.brief().composer(),
          Pace.every(campaign.brief().interval(), launch))
    };
    Duration turn = longer(Duration.ofSeconds(1), campaign.brief().interval());
    DemoWire wire = wires.of(campaign.brief().channel());
    Instant now = launch;
    Optional<Instant> next = Optional.of(launch.plus(turn));
    while (now.isBefore(until) && (next.isPresent() || !coming.isEmpty())) {
      // What arrives is heard in batches: nobody looks at these seconds.
      Instant heard = coming.isEmpty() ? Instant.MAX : coming.peek().at().plus(BATCH);
      now = next.filter(at -> at.isBefore(heard)).orElse(heard);
      boolean told = tell(coming, now);
      if (next.isEmpty() && told) {
        // What has come in may let it finish, or go on.
        next = Optional.of(now.plus(turn));
      } else if (next.equals(Optional.of(now))) {
        next = step(campaign, run, wire, coming, random, now, turn);
      }
    }
    Instant end = now;
    coming.removeIf(one -> one.event() instanceof WireEvent.Incoming);
    coming.forEach(
        one -> {
          book.record(List.of(one.event()), end);
          one.behind().run();
        });
  }

  /** When the next step is due; empty where nobody is left but who is held until all is known. */
  private Optional<Instant> step(
      Launched campaign,
      Run[] run,
      DemoWire wire,
      PriorityQueue<DemoWire.Coming> coming,
      Random random,
      Instant now,
      Duration turn) {
    RunCommand first = run[0].step(new RunEvent.Tick(WINDOW), now).commands().get(0);
    if (!(first instanceof RunCommand.Look look)) {
      return Optional.of(now.plus(turn));
    }
    // Nobody looks where the campaign is over already.
    boolean[] nothingLeft = {true};
    Stepped stepped =
        book.step(
            campaign,
            look.atMost(),
            now,
            looked -> {
              Run.Step step = run[0].step(looked, now);
              run[0] = step.next();
              nothingLeft[0] = looked.awaiting() && looked.nextHeldUntil().isEmpty();
              return step.commands();
            });
    List<WireEvent> taken = new ArrayList<>();
    for (Claim claim : stepped.claims()) {
      DemoWire.Said said = wire.carry(campaign, claim, random, now);
      taken.addAll(said.atOnce());
      coming.addAll(said.later());
    }
    if (!taken.isEmpty()) {
      book.record(taken, now);
    }
    if (nothingLeft[0]) {
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

  private void keepOptOut(WireEvent.CallEnded call, Instant at) {
    boolean optedOut = call.report().outcome() == Outcome.OPTED_OUT_BY_KEY;
    call.report()
        .key()
        .filter(key -> optedOut)
        .ifPresent(key -> book.recordKeyOptOut(call.attemptId(), String.valueOf(key.face()), at));
  }

  /** Whether anything was told. */
  private boolean tell(PriorityQueue<DemoWire.Coming> coming, Instant now) {
    int before = coming.size();
    List<WireEvent> receipts = new ArrayList<>();
    List<Runnable> behind = new ArrayList<>();
    while (!coming.isEmpty() && !coming.peek().at().isAfter(now)) {
      DemoWire.Coming next = coming.poll();
      behind.add(next.behind());
      if (next.event() instanceof WireEvent.Incoming incoming) {
        book.recordIncoming(incoming, StopWord.isIn(incoming.text()), next.at());
      } else {
        receipts.add(next.event());
        if (next.event() instanceof WireEvent.CallEnded call) {
          keepOptOut(call, next.at());
        }
      }
    }
    if (!receipts.isEmpty()) {
      book.record(receipts, now);
    }
    behind.forEach(Runnable::run);
    return coming.size() < before;
  }
}
