package app.gemba.core.desk;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * A stretch of time in which an agent did one thing.
 *
 * @param to not before {@code from}
 */
public record Spell(AgentState state, Instant from, Instant to) {

  /** What of a spell lies in one hour (UTC, truncated). */
  public record InHour(Instant hour, AgentState state, Duration time) {}

  /** It, cut at every full hour; the pieces add up to it. */
  public List<InHour> byHour() {
    List<InHour> pieces = new ArrayList<>();
    Instant at = from;
    while (at.isBefore(to)) {
      Instant hour = at.truncatedTo(ChronoUnit.HOURS);
      Instant end = hour.plus(1, ChronoUnit.HOURS);
      Instant until = end.isBefore(to) ? end : to;
      pieces.add(new InHour(hour, state, Duration.between(at, until)));
      at = until;
    }
    return pieces;
  }
}
