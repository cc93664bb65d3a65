package app.gemba.engine;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.CallPlan;
import app.gemba.core.voice.CallReport;
import app.gemba.core.voice.Conversation;
import app.gemba.core.voice.Line;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/** One call on the line: what is heard steps its conversation, and both sides are recorded. */
public final class CallUnderWay implements CallNetwork.Listener {
  private static final short[] SILENCE = new short[Line.FRAME];

  private final Conversation conversation;
  private final Consumer<String> optedOut;
  private final CompletableFuture<Ended> ended = new CompletableFuture<>();
  private final Tape heard = new Tape();
  private final Tape said = new Tape();
  private CallNetwork.Leg leg;
  private boolean hungUp;

  private CallUnderWay(CallPlan plan, Consumer<String> optedOut) {
    this.conversation = new Conversation(plan);
    this.optedOut = optedOut;
  }

  /**
   * Dials, and lets the call go its way.
   *
   * @param optedOut told the key at once, from the thread of the line, when somebody opts out by it
   * @return what came of it, once it is over
   */
  public static CompletableFuture<Ended> dial(
      CallNetwork network, String from, String to, CallPlan plan, Consumer<String> optedOut) {
    CallUnderWay call = new CallUnderWay(plan, optedOut);
    // By the caller's clock the network takes its first step with our first frame.
    network.dial(from, to, call::over).say(SILENCE);
    return call.ended;
  }

  /** What came of it, and both sides of it as samples. */
  public record Ended(CallReport report, short[] heard, short[] said) {}

  private CallNetwork.Listener over(CallNetwork.Leg caller) {
    leg = caller;
    return this;
  }

  @Override
  public void ringing() {
    conversation.ringing();
  }

  @Override
  public void answered() {
    conversation.answered();
  }

  @Override
  public void heard(long sample, short[] frame) {
    if (hungUp) {
      // What still comes belongs to a call that is over for us; the network needs its frames.
      leg.say(SILENCE);
      return;
    }
    heard.add(frame);
    Optional<short[]> say = conversation.step(frame);
    said.add(say.orElse(SILENCE));
    if (conversation.takeOptOut()) {
      optedOut.accept(conversation.lastKey().map(key -> String.valueOf(key.face())).orElse(""));
    }
    if (say.isPresent()) {
      leg.say(say.get());
    } else {
      hungUp = true;
      leg.hangUp();
      // By the caller's clock the network takes its next step only with another frame.
      leg.say(SILENCE);
    }
  }

  @Override
  public void ended(CallCause cause) {
    ended.complete(new Ended(conversation.report(cause), heard.samples(), said.samples()));
  }

  /** Grows as it records. */
  private static final class Tape {
    private short[] samples = new short[10 * Line.RATE];
    private int length;

    void add(short[] frame) {
      if (length + frame.length > samples.length) {
        samples = Arrays.copyOf(samples, 2 * samples.length);
      }
      System.arraycopy(frame, 0, samples, length, frame.length);
      length += frame.length;
    }

    short[] samples() {
      return Arrays.copyOf(samples, length);
    }
  }
}
