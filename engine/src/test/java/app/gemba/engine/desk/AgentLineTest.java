package app.gemba.engine.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.CallPlan;
import app.gemba.core.voice.Key;
import app.gemba.core.voice.KeyDetector;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Tones;
import app.gemba.engine.CallUnderWay;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/**
 * An agent on a line, frame by frame. Keys: ITU-T Q.23, by the detector that phones are heard with.
 */
class AgentLineTest {
  private static final short[] VOICE =
      Tones.sound(List.of(300.0, 700.0), -12, Duration.ofSeconds(1));
  private static final short[] MESSAGE =
      Tones.sound(List.of(350.0, 500.0), -12, Duration.ofSeconds(2));
  private static final short[] BEEP = Tones.sound(List.of(1_000.0), -10, Duration.ofMillis(400));

  private final List<String> told = new ArrayList<>();
  private final List<short[]> ear = new ArrayList<>();
  private final List<short[]> sent = new ArrayList<>();
  private final AgentLine agent =
      new AgentLine(
          new AgentLine.Told() {
            @Override
            public void ringing() {
              told.add("ringing");
            }

            @Override
            public void answered() {
              told.add("answered");
            }

            @Override
            public void words(String words) {
              told.add(words);
            }
          },
          ear::add);
  private final OneLine line = new OneLine();
  private final CallUnderWay call =
      CallUnderWay.attended(
          line,
          "+12075550150",
          "+12075550107",
          new CallPlan(CallContent.BY_AGENTS, false, MESSAGE, Map.of(), CallPlan.USUAL_RINGING),
          agent);

  @Test
  void theAgentIsOnTheLineFromTheFirstRingAndHearsAllOfIt() {
    line.listener.ringing();
    hear(VOICE);
    line.listener.answered();
    hear(VOICE);
    line.listener.words("Hello?");
    assertThat(told).containsExactly("ringing", "answered", "Hello?");
    assertThat(ear).hasSize(2 * VOICE.length / Line.FRAME).allMatch(AgentLineTest::isLoud);
    assertThat(loud(sent)).as("nothing is said by itself").isZero();
  }

  @Test
  void whatTheAgentSaysGoesOutInItsOrder() {
    answer();
    agent.say(VOICE);
    agent.say(VOICE);
    hear(Tones.silence(Duration.ofSeconds(3)));
    assertThat(loud(sent)).isEqualTo(2 * VOICE.length / Line.FRAME);
    agent.say(VOICE);
    agent.hush();
    hear(Tones.silence(Duration.ofSeconds(1)));
    assertThat(loud(sent)).isEqualTo(2 * VOICE.length / Line.FRAME);
  }

  @Test
  void everyKeyIsHeardAsItself() {
    answer();
    List<Key> heard = new ArrayList<>();
    for (Key key : Key.values()) {
      agent.press(key);
      hear(Tones.silence(Duration.ofMillis(300)));
    }
    KeyDetector detector = new KeyDetector(heard::add);
    sent.forEach(detector::hear);
    assertThat(heard).containsExactly(Key.values());
  }

  @Test
  void whoIsHeldHearsThatTheyAreAndTheAgentHearsNothing() {
    answer();
    agent.say(VOICE);
    agent.hold(true);
    ear.clear();
    hear(VOICE);
    assertThat(ear).noneMatch(AgentLineTest::isLoud);
    assertThat(loud(sent)).as("two short tones").isBetween(15L, 25L);
    agent.hold(false);
    sent.clear();
    hear(VOICE);
    assertThat(loud(sent)).as("what waited is not said any more").isZero();
  }

  @Test
  void aMessageIsLeftBehindTheBeepAfterTheAgentHasGone() {
    answer();
    hear(VOICE);
    call.leaveMessage();
    ear.clear();
    hear(VOICE);
    assertThat(loud(sent)).as("not over the greeting").isZero();
    hear(Tones.inTurn(List.of(Tones.silence(Duration.ofMillis(300)), BEEP)));
    hear(Tones.silence(Duration.ofSeconds(4)));
    assertThat(ear).as("the agent hears no more of it").isEmpty();
    assertThat(loud(sent)).isEqualTo(MESSAGE.length / Line.FRAME);
    assertThat(line.hungUp).isTrue();
    assertThat(ended()).isEqualTo(Outcome.LEFT_ON_MACHINE);
  }

  @Test
  void whoIsLateFindsThatTheBeepWasHeardAlready() {
    answer();
    hear(Tones.inTurn(List.of(VOICE, Tones.silence(Duration.ofMillis(300)), BEEP)));
    hear(Tones.silence(Duration.ofMillis(200)));
    call.leaveMessage();
    hear(Tones.silence(Duration.ofMillis(500)));
    assertThat(loud(sent)).as("it speaks at once").isGreaterThan(20);
  }

  @Test
  void howACallEndsIsForTheAgentToSayOnlyWhereSomebodyAnswered() {
    line.listener.ringing();
    call.hangUp();
    assertThat(ended()).isEqualTo(Outcome.NO_ANSWER);
  }

  @Test
  void whoeverHangsUpTheCallIsTheAgentsToMark() {
    answer();
    hear(VOICE);
    assertThat(ended()).isEqualTo(Outcome.TALKED_NOT_MARKED);
  }

  private void answer() {
    line.listener.ringing();
    line.listener.answered();
    sent.clear();
  }

  private Outcome ended() {
    line.listener.ended(CallCause.NORMAL_CLEARING);
    return call.ended().join().report().outcome();
  }

  private void hear(short[] sound) {
    for (int at = 0; at + Line.FRAME <= sound.length; at += Line.FRAME) {
      short[] frame = new short[Line.FRAME];
      System.arraycopy(sound, at, frame, 0, Line.FRAME);
      line.listener.heard(at, frame);
    }
  }

  private static long loud(List<short[]> frames) {
    return frames.stream().filter(AgentLineTest::isLoud).count();
  }

  private static boolean isLoud(short[] frame) {
    return Line.level(Line.meanSquare(frame, 0, frame.length)) > -45;
  }

  /** A network of one line, stepped by hand. */
  private final class OneLine implements CallNetwork, CallNetwork.Leg {
    private Listener listener;
    private boolean hungUp;

    @Override
    public boolean isConnected() {
      return true;
    }

    @Override
    public Leg dial(String from, String to, Function<Leg, Listener> of) {
      listener = of.apply(this);
      return this;
    }

    @Override
    public void say(short[] frame) {
      if (!hungUp) {
        sent.add(frame);
      }
    }

    @Override
    public void hangUp() {
      hungUp = true;
    }

    @Override
    public void close() {
      // There is nothing to close.
    }
  }
}
