package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.Outgoing;
import app.gemba.core.campaign.OutgoingChat;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Message;
import app.gemba.core.content.SmsText;
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
 * Where messages of one kind go out and what their network says comes in. Holds the network in use,
 * which can be changed while everything runs, and the last gate before the wire.
 */
public final class MessageExchange<M extends Outgoing>
    implements Outlet, MessageNetwork.Listener, MessageNetwork.Gate {
  private final AttemptBook book;
  private final Brake brake;
  private final RecentStops stops;
  private final Envelope<M> envelope;
  private final Clock clock;
  private final Set<Long> stoppedCampaigns = ConcurrentHashMap.newKeySet();
  private final ConcurrentHashMap<Long, Long> campaignOfAttempt = new ConcurrentHashMap<>();
  private final AtomicReference<Optional<MessageNetwork<M>>> network =
      new AtomicReference<>(Optional.empty());
  private final AtomicReference<Runnable> onChange = new AtomicReference<>(() -> {});

  /** Makes what goes out of what was claimed. */
  private interface Envelope<M extends Outgoing> {
    M of(Launched campaign, Claim claim);
  }

  /** An exchange of texts, without a network. */
  public static MessageExchange<OutgoingText> ofTexts(
      AttemptBook book, Brake brake, RecentStops stops, Clock clock) {
    return new MessageExchange<>(
        book,
        brake,
        stops,
        (campaign, claim) -> {
          SmsText sms = ((Message.Text) claim.send().message()).sms();
          return new OutgoingText(
              claim.attemptId(), campaign.sender(), claim.to(), sms.encoding(), sms.segments());
        },
        clock);
  }

  /** An exchange of messages by template, without a network. */
  public static MessageExchange<OutgoingChat> ofChats(
      AttemptBook book, Brake brake, RecentStops stops, Clock clock) {
    return new MessageExchange<>(
        book,
        brake,
        stops,
        (campaign, claim) ->
            new OutgoingChat(
                claim.attemptId(),
                campaign.sender(),
                claim.to(),
                (Message.Chat) claim.send().message()),
        clock);
  }

  private MessageExchange(
      AttemptBook book, Brake brake, RecentStops stops, Envelope<M> envelope, Clock clock) {
    this.book = book;
    this.brake = brake;
    this.stops = stops;
    this.envelope = envelope;
    this.clock = clock;
  }

  /** Uses another network, or none; takes leave of the one before. */
  public void use(Optional<MessageNetwork<M>> next) {
    network.getAndSet(next).ifPresent(MessageNetwork::close);
    roomChanged();
  }

  @Override
  public boolean isConnected() {
    return network.get().map(MessageNetwork::isConnected).orElse(false);
  }

  @Override
  public int room(Launched campaign) {
    return network.get().map(MessageNetwork::room).orElse(0);
  }

  @Override
  public void onChange(Runnable runnable) {
    onChange.set(runnable);
  }

  @Override
  public void send(Launched campaign, Claim claim) {
    Optional<MessageNetwork<M>> to = network.get();
    if (to.isEmpty()) {
      // The network was taken away between the claim and here: nothing has left.
      heard(List.of(new WireEvent.Withdrawn(claim.attemptId())));
      return;
    }
    campaignOfAttempt.put(claim.attemptId(), campaign.id());
    to.get().send(envelope.of(campaign, claim));
  }

  @Override
  public void stopCampaign(long campaign) {
    stoppedCampaigns.add(campaign);
  }

  @Override
  public boolean mayLeave(Outgoing message) throws InterruptedException {
    brake.awaitOff();
    Optional<Long> campaign = Optional.ofNullable(campaignOfAttempt.remove(message.attemptId()));
    return !stops.has(message.to()) && campaign.filter(stoppedCampaigns::contains).isEmpty();
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
