package app.gemba.core.consent;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Whether a contact may be contacted at a moment, and why not. */
public sealed interface Verdict {

  /** Nothing speaks against it. */
  record Clear() implements Verdict {}

  /**
   * Not now.
   *
   * @param until the moment at which it is tried again; empty where a condition must change first
   */
  record Held(Optional<Instant> until, List<ReasonCode> reasons) implements Verdict {
    public Held {
      reasons = List.copyOf(reasons);
    }
  }

  /** Not at all, as things stand. All reasons are named, in the order of {@link ReasonCode}. */
  record Refused(List<ReasonCode> reasons) implements Verdict {
    public Refused {
      reasons = List.copyOf(reasons);
    }
  }

  /** All reasons; none where the verdict is clear. */
  default List<ReasonCode> reasons() {
    if (this instanceof Held held) {
      return held.reasons();
    }
    return this instanceof Refused refused ? refused.reasons() : List.of();
  }
}
