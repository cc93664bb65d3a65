package app.gemba.core.voice;

import java.time.Duration;
import java.util.List;

/** Tones by formula. */
public final class Tones {
  private Tones() {}

  /**
   * Sines sounding together.
   *
   * @param hertz their frequencies
   * @param dbm0 level of each
   */
  public static short[] sound(List<Double> hertz, double dbm0, Duration span) {
    double amplitude = Line.amplitude(dbm0);
    short[] samples = new short[Line.samples(span)];
    for (int i = 0; i < samples.length; i++) {
      double sum = 0;
      for (double frequency : hertz) {
        sum += amplitude * Math.sin(2 * Math.PI * frequency * i / Line.RATE);
      }
      samples[i] = (short) Math.round(Math.max(-32_768, Math.min(32_767, sum)));
    }
    return samples;
  }

  /** Silence. */
  public static short[] silence(Duration span) {
    return new short[Line.samples(span)];
  }

  /** Sounds one after another. */
  public static short[] inTurn(List<short[]> parts) {
    short[] whole = new short[parts.stream().mapToInt(part -> part.length).sum()];
    int at = 0;
    for (short[] part : parts) {
      System.arraycopy(part, 0, whole, at, part.length);
      at += part.length;
    }
    return whole;
  }
}
