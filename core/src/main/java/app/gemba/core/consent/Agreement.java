package app.gemba.core.consent;

/** The last word on one number, channel and purpose. */
public enum Agreement {
  YES,
  NO,
  /** Nothing has been said. */
  UNSAID;

  /** Joins two words about one number: a no wins over a yes, a yes over nothing. */
  public Agreement and(Agreement other) {
    if (this == NO || other == NO) {
      return NO;
    }
    return this == YES || other == YES ? YES : UNSAID;
  }
}
