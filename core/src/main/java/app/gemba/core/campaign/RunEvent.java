package app.gemba.core.campaign;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What a run is told. */
public sealed interface RunEvent {

  /** Time has passed, or room has come free; {@code room} attempts may be put in flight. */
  record Tick(int room) implements RunEvent {}

  /**
   * The people asked for by {@link RunCommand.Look}.
   *
   * @param asked how many were asked for
   * @param nextHeldUntil when the next of the held comes due, where nobody else is waiting
   * @param awaiting whether anybody is held until something is known, such as a time zone, or is in
   *     flight and may be tried again
   */
  record Looked(
      List<Candidate> candidates, int asked, Optional<Instant> nextHeldUntil, boolean awaiting)
      implements RunEvent {
    public Looked {
      candidates = List.copyOf(candidates);
    }
  }
}
