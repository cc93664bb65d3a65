package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class CampaignRunnerTest {
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");
  private static final int WINDOW = 10;

  private final Clock clock =
      Clock.offset(Clock.systemUTC(), Duration.between(Instant.now(), NOON));
  private final Brake brake = new Brake();
  private BookInMemory book;
  private MessageExchange<OutgoingText> exchange;
  private CampaignRunner runner;

  @AfterEach
  void close() {
    exchange.use(Optional.empty());
    runner.close();
  }

  private PromptNetwork start(int people) {
    return start(people, false);
  }

  private PromptNetwork start(int people, boolean awaiting) {
    book = new BookInMemory(people);
    book.setAwaiting(awaiting);
    exchange = MessageExchange.ofTexts(book, brake, new RecentStops(), clock);
    runner =
        new CampaignRunner(
            book,
            new Outlets(Map.of(Channel.SMS, exchange)),
            brake,
            new Verdicts(RulePack.general()),
            () -> ZoneId.of("America/New_York"),
            clock);
    PromptNetwork network = new PromptNetwork(exchange);
    exchange.use(Optional.of(network));
    runner.start();
    return network;
  }

  @Test
  void aCampaignBeginsSendsToEverybodyOnceAndFinishes() throws Exception {
    PromptNetwork network = start(300);
    await(() -> book.state() == CampaignState.FINISHED);
    await(() -> network.sent.size() == 300);
    assertThat(network.sent).extracting(OutgoingText::to).doesNotHaveDuplicates();
    assertThat(network.most.get()).isLessThanOrEqualTo(WINDOW);
    assertThat(book.heard()).hasSize(300).allMatch(WireEvent.Accepted.class::isInstance);
  }

  @Test
  void theBrakeStopsEverySendUntilItIsTakenOff() throws Exception {
    brake.set(true);
    PromptNetwork network = start(50);
    TimeUnit.MILLISECONDS.sleep(600);
    assertThat(network.sent).isEmpty();
    assertThat(book.claimed()).isZero();
    brake.set(false);
    await(() -> network.sent.size() == 50);
  }

  @Test
  void aPausedCampaignWaits() throws Exception {
    PromptNetwork network = start(100_000);
    await(() -> network.sent.size() > 50);
    book.set(CampaignState.PAUSED);
    TimeUnit.MILLISECONDS.sleep(300);
    int then = network.sent.size();
    TimeUnit.MILLISECONDS.sleep(600);
    assertThat(network.sent).hasSize(then);
    book.set(CampaignState.RUNNING);
    await(() -> network.sent.size() > then);
  }

  @Test
  void whoIsHeldUntilSomethingIsKnownKeepsItOpenAndIsLookedForWhenItIs() throws Exception {
    start(1, true);
    await(() -> book.claimed() == 1);
    TimeUnit.MILLISECONDS.sleep(600);
    assertThat(book.state()).isEqualTo(CampaignState.RUNNING);
    int then = book.looks();
    TimeUnit.MILLISECONDS.sleep(600);
    assertThat(book.looks()).as("it sleeps").isEqualTo(then);
    book.setAwaiting(false);
    runner.wake();
    await(() -> book.state() == CampaignState.FINISHED);
  }

  @Test
  void afterAFailureTheNextTurnTriesAgainAndNobodyIsLost() throws Exception {
    PromptNetwork network = start(200);
    book.failNext(2);
    await(() -> book.state() == CampaignState.FINISHED);
    await(() -> network.sent.size() == 200);
    assertThat(network.sent).extracting(OutgoingText::to).doesNotHaveDuplicates();
  }

  @Test
  void withoutANetworkNobodyIsClaimed() throws Exception {
    start(20);
    exchange.use(Optional.empty());
    int then = book.claimed();
    TimeUnit.MILLISECONDS.sleep(500);
    assertThat(book.claimed()).isLessThanOrEqualTo(Math.max(then, 20));
    assertThat(exchange.isConnected()).isFalse();
    assertThat(exchange.room(book.launched().get(0))).isZero();
  }

  @Test
  void whoSaidStopAMomentAgoIsHeldBackAtTheGate() throws Exception {
    start(1);
    await(() -> book.state() == CampaignState.FINISHED);
    exchange.heard(
        List.of(new WireEvent.Incoming(Channel.SMS, "+12075550177", "+12075550100", " stop. ")));
    OutgoingText late =
        new OutgoingText(
            99,
            "+12075550100",
            "+12075550177",
            app.gemba.core.content.SmsEncoding.GSM7,
            List.of("x"));
    assertThat(exchange.mayLeave(late)).isFalse();
    assertThat(book.incoming()).hasSize(1);
  }

  private static void await(BooleanSupplier wanted) throws InterruptedException {
    long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
    while (!wanted.getAsBoolean()) {
      assertThat(System.nanoTime()).as("waited long enough").isLessThan(until);
      TimeUnit.MILLISECONDS.sleep(5);
    }
  }

  /** A network that takes every text after a moment, and counts how many it holds at once. */
  private static final class PromptNetwork implements MessageNetwork<OutgoingText> {
    private final MessageExchange<OutgoingText> exchange;
    private final List<OutgoingText> sent = new CopyOnWriteArrayList<>();
    private final AtomicInteger inFlight = new AtomicInteger();
    private final AtomicInteger most = new AtomicInteger();
    private final ExecutorService wire = Executors.newFixedThreadPool(4);

    PromptNetwork(MessageExchange<OutgoingText> exchange) {
      this.exchange = exchange;
    }

    @Override
    public int room() {
      return WINDOW - inFlight.get();
    }

    @Override
    public boolean isConnected() {
      return true;
    }

    @Override
    public void send(OutgoingText text) {
      most.accumulateAndGet(inFlight.incrementAndGet(), Math::max);
      wire.execute(() -> carry(text));
    }

    private void carry(OutgoingText text) {
      try {
        if (exchange.mayLeave(text)) {
          sent.add(text);
          exchange.heard(
              List.of(
                  new WireEvent.Accepted(
                      new WireEvent.PartRef(text.attemptId(), 0), "m" + text.attemptId())));
        } else {
          exchange.heard(List.of(new WireEvent.Withdrawn(text.attemptId())));
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      } finally {
        inFlight.decrementAndGet();
        exchange.roomChanged();
      }
    }

    @Override
    public void close() {
      wire.shutdownNow();
    }
  }
}
