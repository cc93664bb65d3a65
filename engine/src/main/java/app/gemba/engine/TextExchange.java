package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.TextNetwork;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.content.StopWord;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Where texts go out and what networks say comes in. Holds the network in use, which can be changed
 * while everything runs, and the last gate before the wire.
 */
public final class TextExchange implements TextNetwork.Listener, TextNetwork.Gate {
  private final AttemptBook book;
  private final Brake brake;
  private final Clock clock;
  private final RecentStops stops = new RecentStops();
  private final Set<Long> stoppedCampaigns = ConcurrentHashMap.newKeySet();
  private final ConcurrentHashMap<Long, Long> campaignOfAttempt = new ConcurrentHashMap<>();
  private final AtomicReference<Optional<TextNetwork>> network =
      new AtomicReference<>(Optional.empty());
  private final AtomicReference<Runnable> onChange = new AtomicReference<>(() -> {});

  /** An exchange without a network. */
  public TextExchange(AttemptBook book, Brake brake, Clock clock) {
    this.book = book;
    this.brake = brake;
    this.clock = clock;
  }

  /** Uses another network, or none; takes leave of the one before. */
  public void use(Optional<TextNetwork> next) {
    network.getAndSet(next).ifPresent(TextNetwork::close);
    roomChanged();
  }

  /** Whether texts can leave. */
  public boolean isConnected() {
    return network.get().map(TextNetwork::isConnected).orElse(false);
  }

  /** How many more texts may be put in flight. */
  int room() {
    return network.get().map(TextNetwork::room).orElse(0);
  }

  void onChange(Runnable runnable) {
    onChange.set(runnable);
  }

  void send(long campaign, OutgoingText text) {
    Optional<TextNetwork> to = network.get();
    if (to.isEmpty()) {
      // The network was taken away between the claim and here: nothing has left.
      heard(List.of(new WireEvent.Withdrawn(text.attemptId())));
      return;
    }
    campaignOfAttempt.put(text.attemptId(), campaign);
    to.get().send(text);
  }

  /** What of this campaign is claimed and has not left stays here. */
  public void stopCampaign(long campaign) {
    stoppedCampaigns.add(campaign);
  }

  @Override
  public boolean mayLeave(OutgoingText text) throws InterruptedException {
    brake.awaitOff();
    Optional<Long> campaign = Optional.ofNullable(campaignOfAttempt.remove(text.attemptId()));
    return !stops.has(text.to()) && campaign.filter(stoppedCampaigns::contains).isEmpty();
  }

  @Override
  public void heard(List<WireEvent> events) {
    Instant now = clock.instant();
    List<WireEvent> aboutAttempts = new ArrayList<>();
    for (WireEvent event : events) {
      if (event instanceof WireEvent.Incoming incoming) {
        boolean optOut = StopWord.isIn(incoming.text());
        if (optOut) {
          stops.add(incoming.from(), Instant.now());
        }
        book.recordIncoming(incoming, optOut, now);
      } else {
        aboutAttempts.add(event);
      }
    }
    if (!aboutAttempts.isEmpty()) {
      book.record(aboutAttempts, now);
    }
  }

  @Override
  public void roomChanged() {
    onChange.get().run();
  }
}
