package app.gemba.core.people;

import java.time.Instant;
import java.util.List;

/** Where what is done to many people at once is kept, and done in steps. */
public interface ActBook {

  /** Acts, and takings-back, that have begun and not ended. */
  List<Long> going();

  /**
   * Does the next step of an act, or of taking it back.
   *
   * @return whether there is more
   */
  boolean some(long act, Instant now);
}
