package app.gemba.engine;

import app.gemba.core.voice.Line;
import java.util.Arrays;

/** Samples that are recorded; grows as it does. */
final class Tape {
  private short[] samples = new short[10 * Line.RATE];
  private int length;

  void add(short[] frame) {
    if (length + frame.length > samples.length) {
      samples = Arrays.copyOf(samples, 2 * samples.length);
    }
    System.arraycopy(frame, 0, samples, length, frame.length);
    length += frame.length;
  }

  short[] samples() {
    return Arrays.copyOf(samples, length);
  }
}
