package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.CallPlan;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Where calls go out: what is said is made ready, the last gate is passed, the call is dialled, and
 * what came of it is kept, first its sound and then its end. A place comes free only after that, so
 * that a kill leaves no more calls in doubt than were under way.
 */
public final class CallExchange implements Outlet, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(CallExchange.class);
  private static final int MAKERS = 2;

  private final AttemptBook book;
  private final TelephoneLines lines;
  private final Brake brake;
  private final RecentStops stops;
  private final CallPlans plans;
  private final CallSounds sounds;
  private final Clock clock;
  private final Set<Long> stoppedCampaigns = ConcurrentHashMap.newKeySet();
  private final Map<Long, AtomicInteger> underWay = new ConcurrentHashMap<>();
  private final ExecutorService makers =
      Executors.newFixedThreadPool(MAKERS, task -> new Thread(task, "calls-are-made"));
  private final ExecutorService keeper =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "calls-are-kept"));

  /** An exchange over the lines that all calls share. */
  public CallExchange(
      AttemptBook book,
      TelephoneLines lines,
      Brake brake,
      RecentStops stops,
      CallPlans plans,
      CallSounds sounds,
      Clock clock) {
    this.book = book;
    this.lines = lines;
    this.brake = brake;
    this.stops = stops;
    this.plans = plans;
    this.sounds = sounds;
    this.clock = clock;
  }

  @Override
  public boolean isConnected() {
    return lines.isConnected();
  }

  @Override
  public int room(Launched campaign) {
    int atOnce = campaign.brief().calls().atOnce() - ofCampaign(campaign.id()).get();
    return Math.max(0, Math.min(lines.free(), atOnce));
  }

  @Override
  public void onChange(Runnable runnable) {
    lines.onChange(runnable);
  }

  @Override
  public void stopCampaign(long campaign) {
    stoppedCampaigns.add(campaign);
  }

  @Override
  public void send(Launched campaign, Claim claim) {
    ofCampaign(campaign.id()).incrementAndGet();
    lines.take();
    makers.execute(() -> make(campaign, claim));
  }

  @Override
  public void close() {
    lines.use(Optional.empty(), 0);
    end(makers);
    end(keeper);
  }

  /** Lets a thread finish what it has; what waits for the brake is told to give up. */
  private static void end(ExecutorService threads) {
    threads.shutdown();
    try {
      if (!threads.awaitTermination(3, TimeUnit.SECONDS)) {
        threads.shutdownNow();
        threads.awaitTermination(1, TimeUnit.SECONDS);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private AtomicInteger ofCampaign(long campaign) {
    return underWay.computeIfAbsent(campaign, id -> new AtomicInteger());
  }

  private void make(Launched campaign, Claim claim) {
    try {
      CallPlan plan = plans.plan(campaign.brief(), claim.send().message().text());
      brake.awaitOff();
      Optional<CallNetwork> to = lines.network();
      if (stops.has(claim.to()) || stoppedCampaigns.contains(campaign.id()) || to.isEmpty()) {
        keep(campaign.id(), new WireEvent.Withdrawn(claim.attemptId()));
        return;
      }
      CallUnderWay.dial(to.get(), campaign.sender(), claim.to(), plan, key -> optedOut(claim, key))
          .thenAccept(ended -> ended(campaign.id(), claim, ended));
    } catch (IOException | RuntimeException e) {
      LOG.error("attempt {} could not be called: {}", claim.attemptId(), e.getMessage());
      PartRef call = new PartRef(claim.attemptId(), 0);
      keep(
          campaign.id(),
          new WireEvent.Rejected(call, Outcome.NETWORK_REFUSED, "its sound could not be made"));
    } catch (InterruptedException e) {
      // The process is ending, and nothing has been dialled.
      keep(campaign.id(), new WireEvent.Withdrawn(claim.attemptId()));
      Thread.currentThread().interrupt();
    }
  }

  /** Holds from this moment; the ledger follows at once, behind no call's sound. */
  private void optedOut(Claim claim, String key) {
    stops.add(claim.to(), Instant.now());
    Instant now = clock.instant();
    later(() -> book.recordKeyOptOut(claim.attemptId(), key, now));
  }

  private void ended(long campaign, Claim claim, CallUnderWay.Ended ended) {
    later(
        () -> {
          try {
            sounds.keepRecording(claim.attemptId(), ended.heard(), ended.said());
          } catch (IOException e) {
            LOG.error("the sound of {} was not kept: {}", claim.attemptId(), e.getMessage());
          }
          keepNow(campaign, new WireEvent.CallEnded(claim.attemptId(), ended.report()));
        });
  }

  private void keep(long campaign, WireEvent event) {
    later(() -> keepNow(campaign, event));
  }

  private void later(Runnable keeps) {
    try {
      keeper.execute(keeps);
    } catch (RejectedExecutionException e) {
      LOG.warn("the end of a call came after the process began to end; it will be unconfirmed");
    }
  }

  private void keepNow(long campaign, WireEvent event) {
    try {
      book.record(List.of(event), clock.instant());
    } catch (RuntimeException e) {
      LOG.error("the end of a call could not be kept: {}", e.getMessage());
    } finally {
      ofCampaign(campaign).decrementAndGet();
      lines.release();
    }
  }
}
