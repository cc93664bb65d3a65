package app.gemba.standins.telephone;

import java.time.LocalTime;
import java.util.Optional;

/**
 * One call through the exchange, stepped 20 ms at a time: it is set up, rings, is answered or not,
 * and ends with a cause. Causes are those of ITU-T Q.850.
 */
public final class Call {
  static final int UNALLOCATED = 1;
  static final int CLEARED = 16;
  static final int BUSY = 17;
  static final int NO_ANSWER = 19;
  static final int REJECTED = 21;

  private static final int MILLIS = 20;
  private static final int SET_UP = 400;
  private static final int RINGS_AT_MOST = 60_000;

  private final Habits.Answering habit;
  private final Playback network = new Playback();
  private Phase phase = Phase.SETTING_UP;
  private volatile Optional<OtherEnd> other = Optional.empty();
  private int cause;
  private int inPhase;

  /** Where a call is. */
  public enum Phase {
    SETTING_UP,
    RINGING,
    /** The network says something before the call ends. */
    ANNOUNCING,
    ANSWERED,
    ENDED
  }

  /**
   * A call without a wire, for whoever steps it in the same process.
   *
   * @param seed of the people behind the numbers
   * @param hour the time of day where they are
   * @param tryNumber how often the number was called, this time included
   */
  public static Call to(String number, long seed, LocalTime hour, int tryNumber) {
    return new Call(new Habits(seed).of(number, hour, tryNumber));
  }

  Call(Habits.Answering habit) {
    this.habit = habit;
  }

  /** Where it is. */
  public Phase phase() {
    return phase;
  }

  /** Why it ended (ITU-T Q.850). */
  public int cause() {
    return cause;
  }

  Habits.Kind kind() {
    return habit.kind();
  }

  /** Milliseconds of the caller's message that were heard or recorded. */
  int heardMillis() {
    return other.map(OtherEnd::heardMillis).orElse(0);
  }

  /** The key that was pressed; blank for none. */
  String key() {
    return other.map(OtherEnd::key).orElse("");
  }

  /** The caller puts the receiver down. */
  public void hangUp() {
    end(CLEARED);
  }

  /**
   * Tells in words what the caller says from here on, as real-time text does. May take as long as a
   * voice takes to be made.
   */
  public void tell(String words) {
    other.ifPresent(end -> end.told(words));
  }

  /** What the other end has begun to say, in words; told once. */
  public Optional<String> takeWords() {
    return other.flatMap(OtherEnd::takeWords);
  }

  /** 20 ms go by, in which the caller said something; what is heard in them comes back. */
  public short[] step(short[] said) {
    inPhase += MILLIS;
    switch (phase) {
      case SETTING_UP -> setUp();
      case RINGING -> ring();
      case ANNOUNCING -> {
        if (network.isEmpty()) {
          end(UNALLOCATED);
        }
      }
      case ANSWERED -> converse(said);
      case ENDED -> {
        // Nothing more happens.
      }
    }
    return phase == Phase.ANSWERED ? other.orElseThrow().speak() : network.frame();
  }

  private void setUp() {
    if (inPhase < SET_UP) {
      return;
    }
    if (habit.kind() == Habits.Kind.BUSY) {
      end(BUSY);
    } else if (habit.kind() == Habits.Kind.OUT_OF_SERVICE) {
      network.add(Sound.intercept());
      network.add(habit.voice().say("The number you have called is not in service."));
      enter(Phase.ANNOUNCING);
    } else {
      enter(Phase.RINGING);
    }
  }

  private void ring() {
    if (network.isEmpty()) {
      network.add(Sound.ringback());
    }
    if (habit.kind() == Habits.Kind.NO_ANSWER) {
      if (inPhase >= RINGS_AT_MOST) {
        end(NO_ANSWER);
      }
    } else if (habit.kind() == Habits.Kind.DECLINED) {
      if (inPhase >= habit.ringMillis()) {
        end(REJECTED);
      }
    } else if (inPhase >= habit.ringMillis()) {
      other =
          Optional.of(habit.kind() == Habits.Kind.MACHINE ? new Machine(habit) : new Person(habit));
      enter(Phase.ANSWERED);
    }
  }

  private void converse(short[] said) {
    OtherEnd end = other.orElseThrow();
    end.hear(said);
    if (end.hasHungUp()) {
      end(CLEARED);
    }
  }

  private void enter(Phase next) {
    phase = next;
    inPhase = 0;
  }

  private void end(int why) {
    if (phase != Phase.ENDED) {
      cause = why;
      enter(Phase.ENDED);
    }
  }
}
