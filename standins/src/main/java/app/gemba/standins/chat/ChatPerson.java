package app.gemba.standins.chat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/** The habits of one person on the chat service, always the same for a seed and a number. */
final class ChatPerson {
  private static final List<String> ANSWERS =
      List.of(
          "Thanks, good to know!",
          "ok!",
          "Is there still room for two on Saturday?",
          "Tack! Går båten på nyårsdagen?",
          "can I take my bike?",
          "Who is this?");
  private static final List<String> STOPS = List.of("STOP", "Stop", "stop please");

  private final double member;
  private final SplittableRandom chance;

  ChatPerson(long seed, String number, String text) {
    member = new SplittableRandom(seed * 31 + number.hashCode() * 17L).nextDouble();
    chance = new SplittableRandom(seed + number.hashCode() * 31L + text.hashCode());
  }

  /** How a message ends. */
  enum End {
    DELIVERED,
    NOT_A_MEMBER,
    CAPPED,
    UNREACHABLE
  }

  /**
   * What becomes of a message, in times of life.
   *
   * @param readAfter after its arrival; empty where it is never seen
   * @param answerAfter after it was read
   */
  record Fate(
      End end,
      Duration after,
      Optional<Duration> readAfter,
      Optional<String> answer,
      Duration answerAfter) {}

  Fate fate(String category) {
    if (member < 0.12) {
      return failed(End.NOT_A_MEMBER, seconds(0.2, 2));
    }
    double luck = chance.nextDouble();
    if (category.equals("MARKETING") && luck < 0.04) {
      return failed(End.CAPPED, seconds(0.2, 2));
    }
    if (luck < 0.06) {
      return failed(End.UNREACHABLE, seconds(300, 900));
    }
    boolean reads = chance.nextDouble() < 0.7;
    double mood = reads ? chance.nextDouble() : 1;
    Optional<String> answer =
        mood < 0.012
            ? Optional.of(one(STOPS))
            : mood < 0.09 ? Optional.of(one(ANSWERS)) : Optional.empty();
    return new Fate(
        End.DELIVERED,
        seconds(0.5, 8),
        reads ? Optional.of(seconds(3, 1_200)) : Optional.empty(),
        answer,
        seconds(5, 240));
  }

  private static Fate failed(End end, Duration after) {
    return new Fate(end, after, Optional.empty(), Optional.empty(), Duration.ZERO);
  }

  private String one(List<String> from) {
    return from.get(chance.nextInt(from.size()));
  }

  private Duration seconds(double least, double most) {
    return Duration.ofMillis((long) (1_000 * (least + chance.nextDouble() * (most - least))));
  }
}
