package app.gemba.standins.sms;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * The habits of one simulated telephone, always the same for a seed and a number. Shares and delays
 * are invented; they only need to be believable.
 */
final class Handset {
  private static final List<String> ANSWERS =
      List.of(
          "Thanks!",
          "ok, see you on board",
          "merci! does the 7:10 take dogs",
          "Is the 18:40 still running on Sundays?",
          "wrong number I think",
          "👍",
          "can I get a refund for december",
          "What time is the last boat from Gull Steps?");
  private static final List<String> STOPS = List.of("STOP", "stop", "Stop.", "STOP!", "stop ");

  private final Random random;
  private final Random answers;

  Handset(long seed, String number, String text) {
    this.random = new Random(seed * 31 + number.hashCode() * 17L);
    // The habit is the number's; what is answered varies with the text.
    this.answers = new Random(seed + number.hashCode() * 31L + text.hashCode());
  }

  /** How a text ends. */
  enum End {
    DELIVERED,
    GONE,
    EXPIRED
  }

  /** How a text ends at this telephone, and after how long in life. */
  record Arrival(End end, Duration after) {}

  /** What comes back, and how long after the arrival. */
  record Answer(String text, Duration after) {}

  Arrival arrival() {
    double habit = random.nextDouble();
    if (habit < 0.015) {
      return new Arrival(End.GONE, seconds(1, 3));
    }
    if (habit < 0.03) {
      return new Arrival(End.EXPIRED, seconds(600, 900));
    }
    if (habit < 0.05) {
      return new Arrival(End.DELIVERED, seconds(60, 500));
    }
    return new Arrival(End.DELIVERED, seconds(1, 8));
  }

  Optional<Answer> answer() {
    double mood = answers.nextDouble();
    if (mood < 0.006) {
      return Optional.of(new Answer(pick(STOPS), seconds(10, 90)));
    }
    if (mood < 0.03) {
      return Optional.of(new Answer(pick(ANSWERS), seconds(15, 240)));
    }
    return Optional.empty();
  }

  private String pick(List<String> texts) {
    return texts.get(answers.nextInt(texts.size()));
  }

  private Duration seconds(int least, int most) {
    return Duration.ofMillis((long) (1000 * (least + random.nextDouble() * (most - least))));
  }
}
