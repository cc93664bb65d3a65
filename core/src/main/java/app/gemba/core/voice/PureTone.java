package app.gemba.core.voice;

import java.util.Optional;

/**
 * A stretch of sound that is one sine and nothing else, as a beep is and speech is not.
 *
 * @param hertz its frequency
 * @param dbm0 its level
 */
public record PureTone(double hertz, double dbm0) {
  private static final double QUIETEST_DBM0 = -40;
  private static final double LEAST_SHARE = 0.85;
  private static final double LOWEST_HERTZ = 300;
  private static final double HIGHEST_HERTZ = 3_000;

  /**
   * The tone that samples are; empty where they are quiet or anything else. A sine obeys x(n) +
   * x(n-2) = 2 cos(w) x(n-1), whose least-squares w is a first guess; how the phase goes on from
   * the first half to the second makes it exact, and the share of the energy that a sine of that
   * frequency explains tells how pure it is.
   */
  public static Optional<PureTone> in(short[] samples) {
    double meanSquare = Line.meanSquare(samples, 0, samples.length);
    double level = Line.level(meanSquare);
    if (level < QUIETEST_DBM0) {
      return Optional.empty();
    }
    double guess = guess(samples);
    int half = samples.length / 2;
    Projection first = Projection.of(samples, 0, half, guess);
    Projection second = Projection.of(samples, half, 2 * half, guess);
    double ahead = Math.IEEEremainder(second.phase() - first.phase(), 2 * Math.PI);
    double exact = guess + ahead / half;
    double hertz = exact * Line.RATE / (2 * Math.PI);
    double amplitude = Projection.of(samples, 0, samples.length, exact).amplitude();
    boolean pure = amplitude * amplitude / 2 >= LEAST_SHARE * meanSquare;
    return pure && hertz >= LOWEST_HERTZ && hertz <= HIGHEST_HERTZ
        ? Optional.of(new PureTone(hertz, level))
        : Optional.empty();
  }

  /** Whether another is the same tone, as near as two measurements come. */
  boolean isLike(PureTone other) {
    return Math.abs(hertz - other.hertz) <= 30 && Math.abs(dbm0 - other.dbm0) <= 4;
  }

  private static double guess(short[] samples) {
    double cross = 0;
    double middle = 0;
    for (int i = 2; i < samples.length; i++) {
      cross += ((double) samples[i] + samples[i - 2]) * samples[i - 1];
      middle += (double) samples[i - 1] * samples[i - 1];
    }
    return Math.acos(Math.max(-1, Math.min(1, cross / middle / 2)));
  }

  private record Projection(double real, double imaginary, int samples) {
    static Projection of(short[] samples, int from, int to, double radians) {
      double real = 0;
      double imaginary = 0;
      // The pointer turns by the same angle from sample to sample: no sine is needed for each.
      double turnReal = Math.cos(radians);
      double turnImaginary = -Math.sin(radians);
      double atReal = Math.cos(radians * from);
      double atImaginary = -Math.sin(radians * from);
      for (int i = from; i < to; i++) {
        real += samples[i] * atReal;
        imaginary += samples[i] * atImaginary;
        double next = atReal * turnReal - atImaginary * turnImaginary;
        atImaginary = atReal * turnImaginary + atImaginary * turnReal;
        atReal = next;
      }
      return new Projection(real, imaginary, to - from);
    }

    double amplitude() {
      return 2 * Math.hypot(real, imaginary) / samples;
    }

    double phase() {
      return Math.atan2(imaginary, real);
    }
  }
}
