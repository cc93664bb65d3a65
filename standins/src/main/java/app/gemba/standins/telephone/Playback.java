package app.gemba.standins.telephone;

import java.util.ArrayDeque;
import java.util.Deque;

/** Sounds that wait to be said, frame by frame; silence with a little noise between them. */
final class Playback {
  private final Deque<short[]> waiting = new ArrayDeque<>();
  private short[] now = {};
  private int at;
  private int noise = 1;

  void add(short[] sound) {
    waiting.add(sound);
  }

  boolean isEmpty() {
    return at >= now.length && waiting.isEmpty();
  }

  short[] frame() {
    short[] frame = new short[Sound.FRAME];
    for (int i = 0; i < frame.length; i++) {
      if (at >= now.length && !waiting.isEmpty()) {
        now = waiting.poll();
        at = 0;
      }
      frame[i] = (short) ((at < now.length ? now[at++] : 0) + lineNoise());
    }
    return frame;
  }

  /** A line is never quite still: a few units, from a small generator of its own. */
  private int lineNoise() {
    noise = noise * 1_103_515_245 + 12_345;
    return (noise >> 16 & 15) - 8;
  }

  /** Whether a frame holds more than the noise of a line. */
  static boolean isLoud(short[] frame) {
    double sum = 0;
    for (short sample : frame) {
      sum += (double) sample * sample;
    }
    return Math.sqrt(sum / frame.length) > 120;
  }
}
