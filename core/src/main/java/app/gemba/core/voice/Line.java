package app.gemba.core.voice;

import java.time.Duration;

/** The measures of a telephone line. */
public final class Line {
  /** Samples a second. */
  public static final int RATE = 8_000;

  /** Samples in a frame of 20 ms. */
  public static final int FRAME = 160;

  /**
   * Amplitude of a sine at 0 dBm0. The loudest sine that mu-law carries is at +3.17 dBm0 (ITU-T
   * G.711).
   */
  private static final double REFERENCE = 32_124 / Math.pow(10, 3.17 / 20);

  private Line() {}

  /** Samples in a span of time. */
  public static int samples(Duration span) {
    return Math.toIntExact(span.toNanos() * RATE / 1_000_000_000L);
  }

  /** Time that samples take. */
  public static Duration span(long samples) {
    return Duration.ofNanos(samples * 1_000_000_000L / RATE);
  }

  /** Amplitude of a sine at a level. */
  public static double amplitude(double dbm0) {
    return REFERENCE * Math.pow(10, dbm0 / 20);
  }

  /** Level of a sound by its mean square; silence is far below any line's noise. */
  public static double level(double meanSquare) {
    double sine = REFERENCE * REFERENCE / 2;
    return 10 * Math.log10(Math.max(meanSquare, 1e-3) / sine);
  }

  /** Mean square of some samples. */
  public static double meanSquare(short[] samples, int from, int to) {
    double sum = 0;
    for (int i = from; i < to; i++) {
      sum += (double) samples[i] * samples[i];
    }
    return to == from ? 0 : sum / (to - from);
  }
}
