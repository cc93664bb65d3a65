package app.gemba.standins.telephone;

import java.util.Optional;

/** A machine that greets, beeps, and records until nobody speaks any more. */
final class Machine implements OtherEnd {
  private static final int MILLIS = 20;
  private static final int RECORDS_AT_MOST = 120_000;
  private static final int LEAVES_AFTER_QUIET = 6_000;

  private final Playback playback = new Playback();
  private int recorded;
  private int recording;
  private int quiet;
  private Optional<String> words;

  Machine(Habits.Answering habit) {
    words = Optional.of(habit.says());
    playback.add(new Sound().silence(400).samples());
    playback.add(habit.voice().say(habit.says()));
    playback.add(
        new Sound().silence(500).tone(400, 4_500, habit.beepHertz()).silence(40).samples());
  }

  @Override
  public short[] speak() {
    return playback.frame();
  }

  @Override
  public Optional<String> takeWords() {
    Optional<String> now = words;
    words = Optional.empty();
    return now;
  }

  @Override
  public void hear(short[] frame) {
    if (!playback.isEmpty()) {
      // What is said over the greeting is not on the tape.
      return;
    }
    recording += MILLIS;
    boolean loud = Playback.isLoud(frame);
    recorded += loud ? MILLIS : 0;
    quiet = loud ? 0 : quiet + MILLIS;
  }

  @Override
  public boolean hasHungUp() {
    return recording >= RECORDS_AT_MOST || quiet >= LEAVES_AFTER_QUIET;
  }

  @Override
  public int heardMillis() {
    return recorded;
  }
}
