package app.gemba.standins.telephone;

/** Somebody who says hello, waits, listens, and perhaps presses a key or puts the receiver down. */
final class Person implements OtherEnd {
  private static final int MILLIS = 20;
  private static final int ASKS_AGAIN_AFTER = 4_000;
  private static final int GIVES_UP_AFTER = 9_000;
  private static final int LEAVES_AFTER_THE_END = 1_500;

  private final Habits.Answering habit;
  private final Playback playback = new Playback();
  private int heard;
  private int quiet;
  private boolean asked;
  private boolean pressed;
  private boolean gone;

  Person(Habits.Answering habit) {
    this.habit = habit;
    playback.add(new Sound().silence(300 + habit.says().length() * 20).samples());
    playback.add(habit.voice().say(habit.says()));
  }

  @Override
  public short[] speak() {
    return playback.frame();
  }

  @Override
  public void hear(short[] frame) {
    if (Playback.isLoud(frame)) {
      heard += MILLIS;
      quiet = 0;
    } else if (playback.isEmpty()) {
      quiet += MILLIS;
    }
    if (!pressed && !habit.key().isEmpty() && heard >= habit.keyAfterMillis()) {
      pressed = true;
      playback.add(new Sound().key(habit.key().charAt(0), 120).silence(100).samples());
    }
    if (heard == 0 && !asked && quiet >= ASKS_AGAIN_AFTER) {
      asked = true;
      quiet = 0;
      playback.add(habit.voice().say("Hello?"));
    }
    boolean nobodySpoke = heard == 0 && quiet >= GIVES_UP_AFTER;
    boolean hasEnded = heard > 0 && quiet >= LEAVES_AFTER_THE_END && (pressed || heard > 3_000);
    gone = gone || nobodySpoke || hasEnded || heard >= habit.patienceMillis();
  }

  @Override
  public boolean hasHungUp() {
    return gone;
  }

  @Override
  public String key() {
    return pressed ? habit.key() : "";
  }

  @Override
  public int heardMillis() {
    return heard;
  }
}
