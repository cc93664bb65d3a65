package app.gemba.networks.telephone;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.voice.Answer;
import app.gemba.core.voice.AnswerJudge;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Key;
import app.gemba.core.voice.KeyDetector;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.ToneDetector;
import app.gemba.core.voice.Tones;
import app.gemba.standins.telephone.ExchangeLog;
import app.gemba.standins.telephone.TelephoneExchange;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Both ends of the wire are real; the exchange's own log is the witness. */
class ExchangeTrunkTest {
  private static final String OFFICE = "+12075550100";
  private static final LocalTime EVENING = LocalTime.of(18, 30);
  private static final List<String> USUAL =
      List.of("PERSON", "MACHINE", "BUSY", "NO_ANSWER", "OUT_OF_SERVICE");
  private static final short[] SILENCE = new short[Line.FRAME];

  @Test
  void everyCallEndsAsTheExchangeSaysAndIsHeardForWhatItIs() throws Exception {
    List<TestCall> calls = new ArrayList<>();
    List<ExchangeLog.Ended> log;
    try (TelephoneExchange exchange = new TelephoneExchange(0, 7, () -> EVENING, false);
        ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      Set<String> kinds = new HashSet<>();
      for (int i = 0; i < 100 && !kinds.containsAll(USUAL); i++) {
        TestCall call = new TestCall();
        call.dial(trunk, "+120755501" + String.format("%02d", i));
        call.awaitEnd();
        calls.add(call);
        kinds.add(exchange.log().calls().get(i).kind());
      }
      assertThat(kinds).containsAll(USUAL);
      log = exchange.log().calls();
    }
    assertThat(log).hasSameSizeAs(calls);
    for (int i = 0; i < calls.size(); i++) {
      TestCall call = calls.get(i);
      ExchangeLog.Ended logged = log.get(i);
      assertThat(call.cause).as(logged.toString()).contains(CallCause.of(logged.cause()));
      switch (logged.kind()) {
        case "BUSY" -> assertThat(call.cause).contains(CallCause.USER_BUSY);
        case "OUT_OF_SERVICE" -> {
          assertThat(call.cause.orElseThrow().isNumbersFault()).isTrue();
          assertThat(call.announced).isTrue();
        }
        case "NO_ANSWER" -> assertThat(call.rang).isTrue();
        case "DECLINED" -> assertThat(call.cause).contains(CallCause.CALL_REJECTED);
        default -> {
          assertThat(call.answered).isTrue();
          assertThat(call.keys.size()).isLessThanOrEqualTo(1);
          assertThat(call.words).as("what they said, in words too").isNotEmpty();
        }
      }
    }
  }

  @Test
  void aMessageLeftBehindTheBeepIsOnTheTape() throws Exception {
    try (TelephoneExchange exchange = new TelephoneExchange(0, 7, () -> EVENING, false);
        ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      for (int i = 0; i < 20; i++) {
        TestCall call = new TestCall();
        call.messageBehindBeep = Tones.sound(List.of(350.0, 500.0), -12, Duration.ofSeconds(3));
        call.dial(trunk, "+121255501" + String.format("%02d", i));
        call.awaitEnd();
      }
      List<ExchangeLog.Ended> machines =
          exchange.log().calls().stream().filter(one -> one.kind().equals("MACHINE")).toList();
      assertThat(machines).isNotEmpty().allMatch(one -> Math.abs(one.heardMillis() - 3_000) <= 60);
    }
  }

  @Test
  void theCallerCanHangUpAndALostExchangeEndsItsCalls() throws Exception {
    TestCall first = new TestCall();
    TestCall second = new TestCall();
    TestCall third = new TestCall();
    TelephoneExchange exchange = new TelephoneExchange(0, 7, () -> EVENING, true);
    try (ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      first.dial(trunk, "+13035550101");
      second.dial(trunk, "+13035550102");
      first.leg.hangUp();
      first.awaitEnd();
      assertThat(first.cause).contains(CallCause.NORMAL_CLEARING);
      exchange.close();
      second.awaitEnd();
      assertThat(second.cause).contains(CallCause.NETWORK_OUT_OF_ORDER);
      third.dial(trunk, "+13035550103");
      third.awaitEnd();
      assertThat(trunk.isConnected()).isFalse();
    }
  }

  /** A caller that says a frame for each it hears, and leaves a message where there is one. */
  private static final class TestCall implements CallNetwork.Listener {
    private final CountDownLatch over = new CountDownLatch(1);
    private final List<Key> keys = new ArrayList<>();
    private final KeyDetector keyDetector = new KeyDetector(keys::add);
    private final ToneDetector network = new ToneDetector(tone -> {});
    private final ToneDetector beep = new ToneDetector(tone -> beeped = true);
    private final AnswerJudge judge = new AnswerJudge();
    private CallNetwork.Leg leg;
    private short[] messageBehindBeep = {};
    private int said;
    private final List<String> words = new ArrayList<>();
    private boolean beeped;
    private boolean announced;
    private volatile boolean rang;
    private volatile boolean answered;
    private volatile Optional<CallCause> cause = Optional.empty();

    void dial(ExchangeTrunk trunk, String to) {
      trunk.dial(
          OFFICE,
          to,
          caller -> {
            leg = caller;
            return this;
          });
      leg.say(SILENCE);
    }

    void awaitEnd() throws InterruptedException {
      assertThat(over.await(30, TimeUnit.SECONDS)).as("the call ended").isTrue();
    }

    @Override
    public void words(String said) {
      words.add(said);
    }

    @Override
    public void ringing() {
      rang = true;
    }

    @Override
    public void answered() {
      answered = true;
    }

    @Override
    public void heard(long sample, short[] frame) {
      if (answered) {
        keyDetector.hear(frame);
        beep.hear(frame);
        judge.hear(frame);
      } else if (!rang) {
        network.hear(frame);
        announced = announced || network.informationTone().isPresent();
      }
      leg.say(next());
      boolean person = judge.verdict().filter(Answer.PERSON::equals).isPresent();
      boolean left = said >= messageBehindBeep.length && beeped;
      if (sample > 30L * Line.RATE || (person && messageBehindBeep.length > 0) || left) {
        leg.hangUp();
      }
    }

    private short[] next() {
      if (!beeped || said >= messageBehindBeep.length) {
        return SILENCE;
      }
      short[] frame = java.util.Arrays.copyOfRange(messageBehindBeep, said, said + Line.FRAME);
      said += Line.FRAME;
      return frame;
    }

    @Override
    public void ended(CallCause why) {
      cause = Optional.of(why);
      over.countDown();
    }
  }
}
