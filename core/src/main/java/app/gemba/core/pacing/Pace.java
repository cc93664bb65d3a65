package app.gemba.core.pacing;

import java.time.Duration;
import java.time.Instant;

/**
 * An even rate: one slot after another, the same time apart. What was missed while nothing could
 * leave is not caught up on but for a second's worth, so that a pause ends without a burst.
 *
 * @param interval time between two slots
 * @param nextSlot the first slot not yet used
 */
public record Pace(Duration interval, Instant nextSlot) {
  private static final Duration CATCH_UP = Duration.ofSeconds(1);

  /** An even pace of so many a minute (at least one), beginning now. */
  public static Pace perMinute(int count, Instant now) {
    if (count < 1) {
      throw new IllegalArgumentException("a pace is at least one a minute");
    }
    return new Pace(Duration.ofNanos(60_000_000_000L / count), now);
  }

  /** An even pace with so much time between two, beginning now. */
  public static Pace every(Duration interval, Instant now) {
    return new Pace(interval, now);
  }

  /** How many may leave now. */
  public long available(Instant now) {
    Instant slot = usable(now);
    if (slot.isAfter(now)) {
      return 0;
    }
    return Duration.between(slot, now).toNanos() / interval.toNanos() + 1;
  }

  /** The pace after some have left. */
  public Pace after(long left, Instant now) {
    return new Pace(interval, usable(now).plus(interval.multipliedBy(left)));
  }

  private Instant usable(Instant now) {
    Instant earliest = now.minus(CATCH_UP);
    return nextSlot.isBefore(earliest) ? earliest : nextSlot;
  }
}
