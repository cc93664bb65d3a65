package app.gemba.standins.telephone;

import java.util.Optional;

/**
 * Somebody who says hello, waits, listens, and perhaps presses a key or puts the receiver down. Who
 * is told in words what is said to them answers, and stays for as long as they are talked to.
 */
final class Person implements OtherEnd {
  private static final int MILLIS = 20;
  private static final int ASKS_AGAIN_AFTER = 4_000;
  private static final int GIVES_UP_AFTER = 9_000;
  private static final int LEAVES_AFTER_THE_END = 1_500;
  private static final int TAKES_A_BREATH = 600;
  private static final int TALKER_GIVES_UP_AFTER = 40_000;
  static final String ASKS = "Hello?";

  private final Habits.Answering habit;
  private final Playback playback = new Playback();
  private final Talk talk;
  private volatile Optional<Spoken> reply = Optional.empty();
  private volatile boolean talks;
  private Optional<String> words;
  private int heard;
  private int quiet;
  private boolean asked;
  private boolean pressed;
  private boolean leaves;
  private boolean gone;

  private record Spoken(Talk.Reply reply, short[] sound) {}

  Person(Habits.Answering habit) {
    this.habit = habit;
    this.talk = new Talk(habit.temper());
    this.words = Optional.of(habit.says());
    playback.add(new Sound().silence(300 + habit.says().length() * 20).samples());
    playback.add(habit.voice().say(habit.says()));
  }

  @Override
  public short[] speak() {
    return playback.frame();
  }

  /** May take as long as a voice takes to be made; what comes of it is said in a later frame. */
  @Override
  public synchronized void told(String words) {
    Talk.Reply next = talk.to(words);
    talks = true;
    reply = Optional.of(new Spoken(next, habit.voice().say(next.words())));
  }

  @Override
  public Optional<String> takeWords() {
    Optional<String> now = words;
    words = Optional.empty();
    return now;
  }

  @Override
  public void hear(short[] frame) {
    if (Playback.isLoud(frame)) {
      heard += MILLIS;
      quiet = 0;
    } else if (playback.isEmpty()) {
      quiet += MILLIS;
    }
    if (talks) {
      converse();
    } else {
      listen();
    }
  }

  private void converse() {
    if (reply.isPresent() && quiet >= TAKES_A_BREATH && playback.isEmpty()) {
      Spoken next = reply.get();
      reply = Optional.empty();
      say(next.reply().words(), next.sound());
      leaves = next.reply().thenLeaves();
    } else if (playback.isEmpty()) {
      gone = gone || leaves || quiet >= TALKER_GIVES_UP_AFTER;
    }
  }

  private void listen() {
    if (!pressed && !habit.key().isEmpty() && heard >= habit.keyAfterMillis()) {
      pressed = true;
      playback.add(new Sound().key(habit.key().charAt(0), 120).silence(100).samples());
    }
    if (heard == 0 && !asked && quiet >= ASKS_AGAIN_AFTER) {
      asked = true;
      say(ASKS, habit.voice().say(ASKS));
    }
    boolean nobodySpoke = heard == 0 && quiet >= GIVES_UP_AFTER;
    boolean hasEnded = heard > 0 && quiet >= LEAVES_AFTER_THE_END && (pressed || heard > 3_000);
    gone = gone || nobodySpoke || hasEnded || heard >= habit.patienceMillis();
  }

  private void say(String what, short[] sound) {
    quiet = 0;
    words = Optional.of(what);
    playback.add(sound);
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
