package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.AttemptBook.Stepped;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.pacing.Pace;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Steps every live campaign: freezes its audience, lets it begin, and sends what its run decides. A
 * claim is on disk before its first byte leaves.
 */
public final class CampaignRunner implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(CampaignRunner.class);
  private static final Duration LONGEST_SLEEP = Duration.ofMillis(200);
  private static final Duration AFTER_FAILURE = Duration.ofSeconds(1);

  private final AttemptBook book;
  private final Outlets outlets;
  private final Brake brake;
  private final Verdicts verdicts;
  private final Supplier<ZoneId> houseZone;
  private final Clock clock;
  private final Map<Long, Run> runs = new HashMap<>();
  private final Map<Long, Instant> asleepUntil = new HashMap<>();
  private final SenderPaces senders = new SenderPaces();
  private volatile boolean awake;
  private int turns;
  private final Semaphore nudged = new Semaphore(0);
  private final Thread thread = new Thread(this::work, "campaigns");
  private volatile boolean closed;

  /** A runner; it does nothing before {@link #start}. */
  public CampaignRunner(
      AttemptBook book,
      Outlets outlets,
      Brake brake,
      Verdicts verdicts,
      Supplier<ZoneId> houseZone,
      Clock clock) {
    this.book = book;
    this.outlets = outlets;
    this.brake = brake;
    this.verdicts = verdicts;
    this.houseZone = houseZone;
    this.clock = clock;
  }

  /** Settles what an earlier process left in doubt, then begins. */
  public void start() {
    int inDoubt = book.unconfirmClaimed(clock.instant());
    if (inDoubt > 0) {
      LOG.warn("{} attempts had no answer when the process ended; they are unconfirmed", inDoubt);
    }
    outlets.onChange(this::nudge);
    thread.start();
  }

  /** Something has become known that people were held for: every run looks again. */
  public void wake() {
    awake = true;
    nudge();
  }

  /** Something has changed that a run may wait for. */
  public void nudge() {
    if (nudged.availablePermits() == 0) {
      nudged.release();
    }
  }

  @Override
  public void close() {
    closed = true;
    nudge();
    try {
      thread.join(TimeUnit.SECONDS.toMillis(10));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void work() {
    while (!closed) {
      Duration sleep = LONGEST_SLEEP;
      try {
        List<Launched> live = book.launched();
        runs.keySet().retainAll(live.stream().map(Launched::id).toList());
        asleepUntil.keySet().retainAll(runs.keySet());
        if (awake) {
          awake = false;
          asleepUntil.clear();
        }
        for (Launched campaign : inTurn(live)) {
          Duration wait = stepped(campaign);
          sleep = wait.compareTo(sleep) < 0 ? wait : sleep;
        }
      } catch (RuntimeException e) {
        // The database may be full or busy; nothing half-done is kept, and the next turn tries
        // again.
        LOG.error("campaigns could not be stepped: {}", e.getMessage());
        sleep = AFTER_FAILURE;
      }
      await(sleep);
    }
  }

  /** Campaigns that share a sender take turns at being first. */
  private List<Launched> inTurn(List<Launched> live) {
    List<Launched> order = new ArrayList<>(live);
    Collections.rotate(order, turns++);
    return order;
  }

  private void await(Duration sleep) {
    try {
      if (nudged.tryAcquire(Math.max(1, sleep.toMillis()), TimeUnit.MILLISECONDS)) {
        nudged.drainPermits();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** How long nothing of this campaign needs doing. */
  private Duration stepped(Launched campaign) {
    Instant now = clock.instant();
    Function<Candidate, Verdict> verdict =
        candidate ->
            verdicts.of(candidate.standing(), campaign.brief().terms(houseZone.get()), now);
    if (!campaign.frozen()) {
      boolean complete = book.freezeSome(campaign, now, verdict);
      return complete ? Duration.ZERO : Duration.ofMillis(1);
    }
    if (book.takeArrivals(campaign, now, verdict)) {
      asleepUntil.remove(campaign.id());
    }
    if (campaign.state() == CampaignState.SCHEDULED && startHasCome(campaign.brief(), now)) {
      book.advance(campaign.id(), CampaignAct.BEGIN, now);
      return Duration.ZERO;
    }
    if (campaign.state() != CampaignState.RUNNING || brake.isOn()) {
      return LONGEST_SLEEP;
    }
    return send(campaign, now);
  }

  private static boolean startHasCome(Brief brief, Instant now) {
    return brief.startMode() != Brief.StartMode.AT
        || brief.startAt().map(start -> !start.isAfter(now)).orElse(true);
  }

  private Duration send(Launched campaign, Instant now) {
    Instant asleep = asleepUntil.getOrDefault(campaign.id(), now);
    if (asleep.isAfter(now)) {
      return until(asleep, now);
    }
    Outlet outlet = outlets.of(campaign.brief().channel());
    Run run = runs.computeIfAbsent(campaign.id(), id -> begin(campaign.brief(), now));
    int room = senders.room(campaign, outlet.room(campaign), now);
    RunCommand first = run.step(new RunEvent.Tick(room), now).commands().get(0);
    if (first instanceof RunCommand.WakeAt wake) {
      return until(wake.instant(), now);
    }
    int atMost = ((RunCommand.Look) first).atMost();
    Run[] next = {run};
    ByHand byHand = ByHand.of(outlet, campaign);
    Stepped stepped =
        book.step(
            campaign,
            atMost + byHand.inHand().size(),
            now,
            looked -> {
              RunEvent.Looked others = byHand.without(looked, atMost, now);
              Run.Step step = run.step(others, now);
              next[0] = step.next();
              return byHand.withheld(step.commands());
            });
    runs.put(campaign.id(), next[0]);
    senders.said(campaign, stepped.claims(), now);
    stepped.claims().forEach(claim -> outlet.send(campaign, claim));
    byHand.offers().forEach(person -> outlet.offer(campaign, person));
    for (RunCommand other : stepped.others()) {
      if (other instanceof RunCommand.WakeAt wake) {
        asleepUntil.put(campaign.id(), wake.instant());
        return until(wake.instant(), now);
      }
    }
    return Duration.ZERO;
  }

  private Run begin(Brief brief, Instant now) {
    return new Run(
        verdicts,
        brief.terms(houseZone.get()),
        brief.composer(),
        Pace.every(brief.leastInterval(), now));
  }

  private static Duration until(Instant instant, Instant now) {
    Duration wait = Duration.between(now, instant);
    return wait.compareTo(LONGEST_SLEEP) > 0 ? LONGEST_SLEEP : wait;
  }
}
