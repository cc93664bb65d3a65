package app.gemba.standins.telephone;

import java.time.LocalTime;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Who or what is at a number, always the same for a seed and a number, and whether they pick up at
 * an hour. Shares are invented.
 */
final class Habits {
  private static final List<String> HELLOS =
      List.of(
          "Hello?", "Yes, hello.", "Hello, who is it?", "Good day.", "Hi, this is Una.", "Yes?");
  private static final List<String> GREETINGS =
      List.of(
          "Hello, you have reached our machine. We cannot come to the telephone right now. Please"
              + " leave a message after the tone.",
          "Hi. We are out on the water. Say who you are and what it is about, and we will call you"
              + " back as soon as we can.",
          "This is the voice mail of a guest of the islands. Nobody is here to take your call."
              + " Please speak after the tone.");

  private static final List<String> LONG_HELLOS =
      List.of(
          "Hello? Hello? Who is there?",
          "Good morning, this is the harbour office, Una speaking. What can I do for you?");
  private static final List<String> SHORT_GREETINGS =
      List.of("Leave a message.", "Hi, it is Una. Go ahead.");
  private static final double UNUSUAL = 0.1;

  /** How a call to a number goes. */
  enum Kind {
    PERSON,
    MACHINE,
    BUSY,
    NO_ANSWER,
    DECLINED,
    OUT_OF_SERVICE
  }

  /**
   * One call.
   *
   * @param ringMillis how long it rings before somebody answers
   * @param says what is said first
   * @param key the key that a person presses while a message plays; blank for none
   * @param keyAfterMillis how much of it they hear first
   * @param temper what they make of being talked to by an agent
   * @param patienceMillis how long they listen at most
   */
  record Answering(
      Kind kind,
      int ringMillis,
      String says,
      Voice voice,
      String key,
      int keyAfterMillis,
      int patienceMillis,
      int beepHertz,
      Talk.Temper temper) {}

  private final long seed;

  Habits(long seed) {
    this.seed = seed;
  }

  /** How a call goes at an hour where the number is; another try may go otherwise. */
  Answering of(String number, LocalTime hour, int tryNumber) {
    SplittableRandom trait = new SplittableRandom(seed * 31 + number.hashCode() * 17L);
    SplittableRandom chance =
        new SplittableRandom(seed + number.hashCode() * 131L + hour.getHour() * 7L + tryNumber);
    boolean gone = trait.nextDouble() < 0.03;
    boolean machine = trait.nextDouble() < 0.65;
    double atHome = 0.2 + 0.4 * trait.nextDouble();
    Voice voice = new Voice(85 + trait.nextInt(90), 140 + trait.nextInt(50));
    String greeting = one(trait, GREETINGS, SHORT_GREETINGS);
    String hello = one(trait, HELLOS, LONG_HELLOS);
    int beep = 700 + 100 * trait.nextInt(8);
    Talk.Temper temper = Talk.Temper.of(trait);
    Kind kind = kind(gone, machine, Math.min(0.85, atHome * favour(hour)), chance);
    String says = kind == Kind.MACHINE ? greeting : hello;
    int rings =
        kind == Kind.MACHINE ? 14_000 + chance.nextInt(6_000) : 2_000 + chance.nextInt(9_000);
    double mood = chance.nextDouble();
    String key = mood < 0.3 ? "1" : mood < 0.36 ? "2" : mood < 0.41 ? "3" : mood < 0.45 ? "9" : "";
    int patience = chance.nextDouble() < 0.12 ? 2_500 + chance.nextInt(4_000) : 90_000;
    return new Answering(
        kind, rings, says, voice, key, 1_500 + chance.nextInt(6_000), patience, beep, temper);
  }

  private static String one(SplittableRandom trait, List<String> usual, List<String> unusual) {
    List<String> from = trait.nextDouble() < UNUSUAL ? unusual : usual;
    return from.get(trait.nextInt(from.size()));
  }

  private static Kind kind(boolean gone, boolean machine, double picksUp, SplittableRandom chance) {
    if (gone) {
      return Kind.OUT_OF_SERVICE;
    }
    double luck = chance.nextDouble();
    if (luck < 0.05) {
      return Kind.BUSY;
    }
    if (luck < 0.05 + picksUp) {
      return luck > 0.98 * (0.05 + picksUp) ? Kind.DECLINED : Kind.PERSON;
    }
    return machine ? Kind.MACHINE : Kind.NO_ANSWER;
  }

  /** People are at home in the evening, and at work in the morning. */
  private static double favour(LocalTime hour) {
    int at = hour.getHour();
    return at >= 17 && at < 21 ? 1.6 : at >= 9 && at < 12 ? 0.8 : at >= 12 && at < 17 ? 1 : 0.5;
  }
}
