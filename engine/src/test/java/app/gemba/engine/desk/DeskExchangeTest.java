package app.gemba.engine.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentContent.Dialling;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.NotNow;
import app.gemba.core.voice.Speech;
import app.gemba.engine.BookInMemory;
import app.gemba.engine.Brake;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.Outlets;
import app.gemba.engine.RecentStops;
import app.gemba.engine.TelephoneLines;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Agents at desks, over a runner, a book in memory and a telephone that is moved by hand. */
class DeskExchangeTest {
  private static final ZoneId ZONE = ZoneId.of("America/New_York");
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");
  private static final long UNA = 1;
  private static final long LIOR = 2;
  private static final Sitting SITTING = new Sitting(1, "+12075550150", Optional.empty());

  private final BookInMemory book = new BookInMemory(3);
  private final DesksInMemory desks = new DesksInMemory();
  private final HandTelephone telephone = new HandTelephone();
  private final TelephoneLines lines = new TelephoneLines();
  private final Brake brake = new Brake();
  private final RecentStops stops = new RecentStops();
  private final Verdicts verdicts = new Verdicts(RulePack.general());
  private final Clock clock =
      Clock.offset(Clock.systemUTC(), Duration.between(Instant.now(), NOON));
  private final CallSounds sounds =
      new CallSounds() {
        @Override
        public short[] samples(long soundId) {
          throw new AssertionError("nothing is played here");
        }

        @Override
        public void keepRecording(long attemptId, short[] heard, short[] said) {
          assertThat(heard).hasSameSizeAs(said);
        }
      };
  private boolean realTime = true;
  private final DeskExchange exchange =
      new DeskExchange(
          new DeskExchange.Parts(
              book,
              desks,
              lines,
              brake,
              stops,
              new CallPlans(new Speech(), sounds),
              sounds,
              verdicts,
              () -> ZONE,
              () -> realTime,
              clock));
  private final CampaignRunner runner =
      new CampaignRunner(
          book,
          new Outlets(Map.of(Channel.AGENT_CALL, exchange)),
          brake,
          verdicts,
          () -> ZONE,
          clock);
  private final Seat una = exchange.floor().seat(UNA);
  private final Seat lior = exchange.floor().seat(LIOR);

  @AfterEach
  void close() {
    runner.close();
    exchange.close();
  }

  @Test
  void inPreviewNobodyIsClaimedBeforeTheAgentCalls() throws Exception {
    run(Dialling.PREVIEW);
    sitDown(una);
    await(() -> una.view().desk().isShown());
    assertThat(book.claimed()).isZero();
    assertThat(telephone.dialled).isEmpty();
    exchange.call(una);
    assertThat(book.claimed()).isEqualTo(1);
    await(() -> telephone.dialled.size() == 1);
    assertThat(desks.log).containsExactly("dialled 1 by 1");
    assertThat(una.view().desk().state()).isEqualTo(AgentState.DIALLING);
  }

  @Test
  void everyAgentIsShownSomebodyElse() throws Exception {
    run(Dialling.PREVIEW);
    sitDown(una);
    sitDown(lior);
    await(() -> una.view().desk().isShown() && lior.view().desk().isShown());
    assertThat(position(una)).isNotEqualTo(position(lior));
    long first = position(una);
    exchange.acts().skip(una, Duration.ofMinutes(30));
    runner.wake();
    assertThat(desks.log).contains("put back " + first);
    await(() -> una.view().desk().isShown());
  }

  @Test
  void whoPromisedIsShownTheirOwn() throws Exception {
    desks.promisedBy = Optional.of(LIOR);
    Launched campaign = book.byAgents(content(Dialling.PREVIEW, Optional.empty()));
    lines.use(Optional.of(telephone), 10);
    sitDown(una);
    sitDown(lior);
    book.stepFor(
        campaign,
        1,
        NOON,
        looked -> {
          exchange.offer(campaign, looked.candidates().get(0));
          return List.of();
        });
    assertThat(lior.view().desk().isShown()).isTrue();
    assertThat(una.view().desk().isShown()).isFalse();
  }

  @Test
  void oneCallBeginsForEachFreeAgentAndNoMore() throws Exception {
    run(Dialling.ONE_PER_AGENT);
    sitDown(una);
    await(() -> telephone.dialled.size() == 1);
    TimeUnit.MILLISECONDS.sleep(300);
    assertThat(telephone.dialled).hasSize(1);
    sitDown(lior);
    await(() -> telephone.dialled.size() == 2);
    assertThat(telephone.dialled).doesNotHaveDuplicates();
    telephone.lines.get(0).busy();
    await(() -> telephone.dialled.size() == 3);
    assertThat(una.view().desk().state()).isEqualTo(AgentState.DIALLING);
  }

  @Test
  void whatIsClaimedForAnAgentWhoHasLeftGoesBack() throws Exception {
    Launched campaign = book.byAgents(content(Dialling.ONE_PER_AGENT, Optional.empty()));
    lines.use(Optional.of(telephone), 10);
    sitDown(una);
    assertThat(exchange.room(campaign)).isEqualTo(1);
    una.rest();
    assertThat(exchange.room(campaign)).isZero();
    runner.start();
    TimeUnit.MILLISECONDS.sleep(400);
    assertThat(telephone.dialled).isEmpty();
    assertThat(book.heard()).isEmpty();
  }

  @Test
  void aCallThatWasTalkedThroughIsKeptInItsOrder() throws Exception {
    run(Dialling.ONE_PER_AGENT);
    sitDown(una);
    HandTelephone.OneLine line = talk(una);
    exchange.acts().say(una, "Good morning.");
    assertThat(line.words).containsExactly("Good morning.");
    una.hold(true);
    assertThatThrownBy(() -> exchange.acts().say(una, "Hello?"))
        .isInstanceOf(NotNow.class)
        .hasMessageContaining("on hold");
    una.hold(false);
    exchange.acts().note(una, "two coaches");
    exchange.acts().mark(una, choice("1"));
    una.rest();
    una.hangUp();
    await(() -> una.view().desk().state() == AgentState.WRAP_UP);
    assertThat(una.view().note()).isEqualTo("two coaches");
    exchange.acts().finish(una);
    assertThat(una.view().desk().state()).isEqualTo(AgentState.BREAK);
    assertThat(desks.log)
        .containsSubsequence("dialled 1 by 1", "answered 1", "finished 1 Agreed two coaches");
    assertThat(book.heard())
        .singleElement()
        .isInstanceOfSatisfying(
            WireEvent.CallEnded.class,
            ended -> assertThat(ended.report().outcome()).isEqualTo(Outcome.TALKED_NOT_MARKED));
  }

  @Test
  void aVoicemailIsLeftWhileTheAgentIsFree() throws Exception {
    run(Dialling.PREVIEW);
    sitDown(una);
    await(() -> una.view().desk().isShown());
    exchange.call(una);
    HandTelephone.OneLine line = answered(una);
    exchange.acts().leaveMessage(una);
    assertThat(una.view().desk().state()).isEqualTo(AgentState.READY);
    assertThat(line.isOver()).as("the call goes on").isFalse();
    line.hear(6_000);
    await(() -> line.isOver());
    line.end();
    await(() -> !book.heard().isEmpty());
    assertThat(desks.log).contains("handed over 1");
  }

  @Test
  void whoHasNotAgreedToRecordingsIsSpokenTo() throws Exception {
    run(Dialling.ONE_PER_AGENT);
    sitDown(una);
    talk(una);
    desks.agreed = false;
    assertThatThrownBy(() -> exchange.acts().leaveMessage(una))
        .isInstanceOf(NotNow.class)
        .hasMessageContaining("no agreement to calls with a recorded voice");
    assertThat(una.view().desk().state()).isEqualTo(AgentState.TALKING);
  }

  @Test
  void nothingBeginsBehindTheBrakeWithoutALineOrWhileTheClockRunsFast() throws Exception {
    run(Dialling.PREVIEW);
    sitDown(una);
    await(() -> una.view().desk().isShown());
    brake.set(true);
    assertThatThrownBy(() -> exchange.call(una)).hasMessageContaining("brake");
    brake.set(false);
    realTime = false;
    assertThatThrownBy(() -> exchange.call(una)).hasMessageContaining("faster than life");
    realTime = true;
    lines.use(Optional.empty(), 0);
    assertThatThrownBy(() -> exchange.call(una)).hasMessageContaining("not connected");
    assertThat(book.claimed()).isZero();
    assertThat(una.view().desk().isShown()).as("nobody is lost").isTrue();
  }

  @Test
  void whoAskedToStopMeanwhileIsNotCalled() throws Exception {
    run(Dialling.PREVIEW);
    sitDown(una);
    await(() -> una.view().desk().isShown());
    stops.add(una.view().desk().call().orElseThrow().number(), Instant.now());
    assertThatThrownBy(() -> exchange.call(una)).isInstanceOf(NotNow.class);
    await(() -> !book.heard().isEmpty());
    assertThat(book.heard()).containsExactly(new WireEvent.Withdrawn(1));
    assertThat(telephone.dialled).isEmpty();
  }

  @Test
  void aLimitOfTheCampaignEndsAWrapUp() throws Exception {
    book.byAgents(content(Dialling.ONE_PER_AGENT, Optional.of(5)));
    lines.use(Optional.of(telephone), 10);
    runner.start();
    sitDown(una);
    talk(una).end();
    await(() -> una.view().desk().state() == AgentState.WRAP_UP);
    exchange.acts().tidy(Duration.ofMinutes(2));
    assertThat(una.view().desk().state()).isEqualTo(AgentState.WRAP_UP);
    TimeUnit.MILLISECONDS.sleep(5_100);
    exchange.acts().tidy(Duration.ofMinutes(2));
    assertThat(desks.log).contains("finished 1 - ");
  }

  @Test
  void aDeskThatNobodyListensToIsLeftInTheEnd() throws Exception {
    run(Dialling.ONE_PER_AGENT);
    DeskEar ear = sitDown(una);
    HandTelephone.OneLine line = talk(una);
    una.leave(ear);
    exchange.acts().tidy(Duration.ofHours(1));
    assertThat(line.isOver()).as("a page can be opened again").isFalse();
    exchange.acts().tidy(Duration.ofNanos(1));
    assertThat(line.isOver()).isTrue();
  }

  @Test
  void whoComesBackFindsWhatTheyHaveNotMarked() {
    book.byAgents(content(Dialling.PREVIEW, Optional.empty()));
    desks.unmarked =
        Optional.of(
            new CallInHand(
                1,
                2,
                "+12075550002",
                Optional.of(2L),
                Optional.of(NOON),
                Optional.of(NOON),
                false,
                Optional.empty()));
    exchange.floor().signOn(UNA, SITTING);
    assertThat(una.view().desk().state()).isEqualTo(AgentState.WRAP_UP);
    assertThat(una.view().note()).isEqualTo("noted before");
    exchange.acts().mark(una, choice("1"));
    exchange.acts().finish(una);
    assertThat(desks.log).contains("finished 2 Agreed noted before");
  }

  private void run(Dialling dialling) {
    book.byAgents(content(dialling, Optional.empty()));
    lines.use(Optional.of(telephone), 10);
    runner.start();
  }

  private static AgentContent content(Dialling dialling, Optional<Integer> limit) {
    AgentContent usual = AgentContent.USUAL;
    return new AgentContent(
        dialling, usual.outcomes(), usual.answers(), "We will call again.", limit, 2, 20);
  }

  private static Choice choice(String key) {
    return new Choice(AgentContent.USUAL.outcome(key).orElseThrow(), Optional.empty());
  }

  private DeskEar sitDown(Seat seat) {
    DeskEar ear =
        new DeskEar() {
          @Override
          public void changed() {
            // The test looks by itself.
          }

          @Override
          public void heard(short[] frame) {
            assertThat(frame).hasSize(160);
          }
        };
    seat.listen(ear);
    exchange.floor().signOn(seat.agentId(), SITTING);
    seat.ready();
    runner.wake();
    return ear;
  }

  private HandTelephone.OneLine talk(Seat seat) throws InterruptedException {
    await(() -> seat.view().desk().state() == AgentState.DIALLING);
    return answered(seat);
  }

  private HandTelephone.OneLine answered(Seat seat) throws InterruptedException {
    await(() -> !telephone.lines.isEmpty());
    HandTelephone.OneLine line = telephone.lines.get(telephone.lines.size() - 1);
    line.answer();
    assertThat(seat.view().desk().state()).isEqualTo(AgentState.TALKING);
    return line;
  }

  private static long position(Seat seat) {
    return seat.view().desk().call().orElseThrow().position();
  }

  private static void await(BooleanSupplier is) throws InterruptedException {
    long until = System.currentTimeMillis() + 20_000;
    while (!is.getAsBoolean()) {
      assertThat(System.currentTimeMillis()).as("in time").isLessThan(until);
      TimeUnit.MILLISECONDS.sleep(10);
    }
  }
}
