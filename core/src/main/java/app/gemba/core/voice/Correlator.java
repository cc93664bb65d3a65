package app.gemba.core.voice;

/**
 * Correlates a window of samples with one frequency: how strong it is there, and its phase. The
 * window is a Hann window, whose side lobes are low enough to tell a weak tone beside a strong one.
 */
final class Correlator {
  private final double[] cosine;
  private final double[] sine;

  Correlator(double hertz, int window) {
    cosine = new double[window];
    sine = new double[window];
    for (int i = 0; i < window; i++) {
      // Twice the mean of a Hann window is one: a sine gives its own amplitude.
      double weight = (1 - Math.cos(2 * Math.PI * (i + 0.5) / window)) * 2 / window;
      cosine[i] = weight * Math.cos(2 * Math.PI * hertz * i / Line.RATE);
      sine[i] = -weight * Math.sin(2 * Math.PI * hertz * i / Line.RATE);
    }
  }

  /** What a window holds of the frequency. */
  record Found(double amplitude, double phase) {}

  /** Looks at the window that begins at a place of a ring of samples. */
  Found at(short[] ring, int from) {
    double real = 0;
    double imaginary = 0;
    int at = from;
    for (int i = 0; i < cosine.length; i++) {
      real += ring[at] * cosine[i];
      imaginary += ring[at] * sine[i];
      at = at + 1 == ring.length ? 0 : at + 1;
    }
    return new Found(Math.hypot(real, imaginary), Math.atan2(imaginary, real));
  }
}
