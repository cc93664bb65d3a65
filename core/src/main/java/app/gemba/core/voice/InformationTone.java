package app.gemba.core.voice;

/**
 * What a network says with three tones before an announcement that a call cannot go through.
 * Source: Telcordia GR-1162 family (from memory), within the ranges of ITU-T E.180.
 */
public enum InformationTone {
  /** The number was changed or is not in service. */
  INTERCEPT,
  /** There is no such number. */
  VACANT_CODE,
  /** The network could not complete the call. */
  REORDER,
  /** There was no free circuit. */
  NO_CIRCUIT,
  /** The three tones of ITU-T E.180 in none of these variants. */
  OTHER;

  private static final double BETWEEN_FIRST = (913.8 + 985.2) / 2;
  private static final double BETWEEN_SECOND = (1370.6 + 1428.5) / 2;
  private static final double BETWEEN_SPANS = (0.274 + 0.380) / 2;
  private static final double NEAR = 35;

  /** Whether the number itself is at fault, so that it need not be tried again. */
  public boolean isOutOfService() {
    return this == INTERCEPT || this == VACANT_CODE;
  }

  /**
   * The variant of three tones.
   *
   * @param first frequency of the first in hertz, and its length in seconds
   */
  static InformationTone of(
      double first, double firstSeconds, double second, double secondSeconds) {
    if (!isNear(first, 913.8, 985.2) || !isNear(second, 1370.6, 1428.5)) {
      return OTHER;
    }
    boolean highFirst = first > BETWEEN_FIRST;
    boolean highSecond = second > BETWEEN_SECOND;
    boolean longFirst = firstSeconds > BETWEEN_SPANS;
    boolean longSecond = secondSeconds > BETWEEN_SPANS;
    if (highFirst == longFirst && highSecond == longSecond) {
      return highFirst ? highSecond ? NO_CIRCUIT : VACANT_CODE : highSecond ? REORDER : INTERCEPT;
    }
    return OTHER;
  }

  private static boolean isNear(double hertz, double low, double high) {
    return Math.abs(hertz - low) <= NEAR || Math.abs(hertz - high) <= NEAR;
  }
}
