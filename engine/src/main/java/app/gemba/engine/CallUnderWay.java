package app.gemba.engine;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.CallPlan;
import app.gemba.core.voice.CallReport;
import app.gemba.core.voice.Conversation;
import app.gemba.core.voice.Line;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/**
 * One call on the line: what is heard steps its conversation, or reaches whoever attends it, and
 * both sides are recorded.
 */
public final class CallUnderWay implements CallNetwork.Listener {
  private static final short[] SILENCE = new short[Line.FRAME];

  private final Conversation conversation;
  private final Optional<Attendant> attendant;
  private final Consumer<String> optedOut;
  private final CompletableFuture<Ended> ended = new CompletableFuture<>();
  private final Tape heard = new Tape();
  private final Tape said = new Tape();
  private CallNetwork.Leg leg;
  private boolean attended;
  private boolean hungUp;

  private CallUnderWay(
      Conversation conversation, Optional<Attendant> attendant, Consumer<String> optedOut) {
    this.conversation = conversation;
    this.attendant = attendant;
    this.attended = attendant.isPresent();
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
    CallUnderWay call = new CallUnderWay(new Conversation(plan), Optional.empty(), optedOut);
    call.dial(network, from, to);
    return call.ended;
  }

  /** Dials for somebody who is on the line from the first ring. */
  public static CallUnderWay attended(
      CallNetwork network, String from, String to, CallPlan plan, Attendant attendant) {
    CallUnderWay call =
        new CallUnderWay(Conversation.attended(plan), Optional.of(attendant), key -> {});
    call.dial(network, from, to);
    return call;
  }

  /** What came of it, and both sides of it as samples. */
  public record Ended(CallReport report, short[] heard, short[] said) {}

  /** What came of it, once it is over. */
  public CompletableFuture<Ended> ended() {
    return ended;
  }

  /** From here on the call goes its way without its attendant: a machine gets the message. */
  public synchronized void leaveMessage() {
    attended = false;
    conversation.leaveMessage();
  }

  /** The attendant puts the receiver down. */
  public synchronized void hangUp() {
    if (!hungUp) {
      conversation.hangUp();
      putDown();
    }
  }

  /** Tells the other end in words what is said from here on. */
  public void tell(String words) {
    leg.words(words);
  }

  private void dial(CallNetwork network, String from, String to) {
    // By the caller's clock the network takes its first step with our first frame.
    network.dial(from, to, this::over).say(SILENCE);
  }

  private CallNetwork.Listener over(CallNetwork.Leg caller) {
    leg = caller;
    return this;
  }

  @Override
  public synchronized void ringing() {
    conversation.ringing();
    attendant.ifPresent(Attendant::ringing);
  }

  @Override
  public synchronized void answered() {
    conversation.answered();
    attendant.ifPresent(Attendant::answered);
  }

  @Override
  public synchronized void words(String words) {
    attendant.filter(one -> attended).ifPresent(one -> one.words(words));
  }

  @Override
  public synchronized void heard(long sample, short[] frame) {
    if (hungUp) {
      // What still comes belongs to a call that is over for us; the network needs its frames.
      leg.say(SILENCE);
      return;
    }
    heard.add(frame);
    attendant.filter(one -> attended).ifPresent(one -> one.heard(frame));
    Optional<short[]> say = conversation.step(frame);
    if (conversation.takeOptOut()) {
      optedOut.accept(conversation.lastKey().map(key -> String.valueOf(key.face())).orElse(""));
    }
    if (say.isEmpty()) {
      said.add(SILENCE);
      putDown();
      return;
    }
    short[] mine = conversation.isAttended() ? attendant.orElseThrow().says() : say.get();
    said.add(mine);
    leg.say(mine);
  }

  private void putDown() {
    hungUp = true;
    leg.hangUp();
    // By the caller's clock the network takes its next step only with another frame.
    leg.say(SILENCE);
  }

  @Override
  public synchronized void ended(CallCause cause) {
    ended.complete(new Ended(conversation.report(cause), heard.samples(), said.samples()));
  }
}
