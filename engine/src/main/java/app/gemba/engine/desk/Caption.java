package app.gemba.engine.desk;

import java.time.Instant;

/** Something that was said in a call, in words. */
public record Caption(Side side, String words, Instant at) {

  /** Who said it. */
  public enum Side {
    THEM,
    AGENT
  }
}
