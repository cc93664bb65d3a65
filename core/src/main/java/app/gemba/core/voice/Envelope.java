package app.gemba.core.voice;

import java.util.ArrayList;
import java.util.List;

/** How loud a sound is along its length, for a picture of it. */
public final class Envelope {
  private static final double LOUDEST = 32_768;

  private Envelope() {}

  /** The highest amplitude in each of so many slices, from 0 to 1. */
  public static List<Double> of(short[] samples, int slices) {
    List<Double> peaks = new ArrayList<>();
    for (int slice = 0; slice < slices; slice++) {
      int from = (int) ((long) samples.length * slice / slices);
      int to = (int) ((long) samples.length * (slice + 1) / slices);
      int peak = 0;
      for (int i = from; i < to; i++) {
        peak = Math.max(peak, Math.abs(samples[i]));
      }
      peaks.add(Math.round(1_000 * peak / LOUDEST) / 1_000.0);
    }
    return peaks;
  }
}
