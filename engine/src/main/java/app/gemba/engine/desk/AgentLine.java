package app.gemba.engine.desk;

import app.gemba.core.voice.Key;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Recital;
import app.gemba.core.voice.Tones;
import app.gemba.engine.Attendant;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;

/** An agent's side of a line: what they say waits here for its turn, and what is heard goes out. */
final class AgentLine implements Attendant {
  private static final short[] SILENCE = new short[Line.FRAME];
  private static final double KEY_DBM0 = -8;
  private static final short[] HOLD =
      Tones.inTurn(
          List.of(
              Tones.sound(List.of(440.0), -24, Duration.ofMillis(180)),
              Tones.sound(List.of(554.4), -24, Duration.ofMillis(180)),
              Tones.silence(Duration.ofMillis(3_000))));

  /** What an agent's line tells its desk. */
  interface Told {
    void ringing();

    void answered();

    void words(String words);
  }

  private final Told told;
  private final Consumer<short[]> ear;
  private final Deque<Recital> waiting = new ArrayDeque<>();
  private Recital hold = new Recital(HOLD);
  private boolean held;

  AgentLine(Told told, Consumer<short[]> ear) {
    this.told = told;
    this.ear = ear;
  }

  /** Says something behind what is being said. */
  synchronized void say(short[] sound) {
    waiting.add(new Recital(sound));
  }

  /** Presses a key: its two tones, long enough for any receiver (ITU-T Q.24 asks for 40 ms). */
  void press(Key key) {
    say(
        Tones.inTurn(
            List.of(
                Tones.sound(key.hertz(), KEY_DBM0, Duration.ofMillis(120)),
                Tones.silence(Duration.ofMillis(80)))));
  }

  /** Says no more of what waits to be said. */
  synchronized void hush() {
    waiting.clear();
  }

  /** The other end waits and hears that it does, or waits no more. */
  synchronized void hold(boolean on) {
    held = on;
    waiting.clear();
    hold = new Recital(HOLD);
  }

  @Override
  public void ringing() {
    told.ringing();
  }

  @Override
  public void answered() {
    told.answered();
  }

  @Override
  public void heard(short[] frame) {
    ear.accept(isHeld() ? SILENCE : frame);
  }

  @Override
  public synchronized short[] says() {
    if (held) {
      hold = hold.isOver() ? new Recital(HOLD) : hold;
      return hold.next();
    }
    while (!waiting.isEmpty() && waiting.peek().isOver()) {
      waiting.poll();
    }
    return waiting.isEmpty() ? SILENCE : waiting.peek().next();
  }

  @Override
  public void words(String words) {
    told.words(words);
  }

  private synchronized boolean isHeld() {
    return held;
  }
}
