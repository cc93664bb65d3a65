package app.gemba.core.hours;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;

/** The next moment at which several hours are open at once. */
public final class Opening {
  /** Further ahead than this, "never" is the honest answer. */
  private static final Duration HORIZON = Duration.ofDays(15);

  private Opening() {}

  /**
   * The first moment, not before the given one, at which all hours are open.
   *
   * @return the given moment itself where all are open; empty where they share no moment within a
   *     fortnight
   */
  public static Optional<Instant> next(Collection<OpenHours> all, Instant from) {
    Instant candidate = from;
    Instant horizon = from.plus(HORIZON);
    while (candidate.isBefore(horizon)) {
      Instant latest = candidate;
      for (OpenHours hours : all) {
        Instant opens = hours.nextOpen(candidate);
        latest = opens.isAfter(latest) ? opens : latest;
      }
      if (latest.equals(candidate)) {
        return Optional.of(candidate);
      }
      candidate = latest;
    }
    return Optional.empty();
  }
}
