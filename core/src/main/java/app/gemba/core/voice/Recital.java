package app.gemba.core.voice;

import java.util.Arrays;

/** A sound that is being said, frame by frame. Not safe for use by several threads. */
public final class Recital {
  private final short[] sound;
  private int said;

  /** From its beginning. */
  public Recital(short[] sound) {
    this.sound = sound;
  }

  /** The next 20 ms; silence behind its end. */
  public short[] next() {
    short[] frame = new short[Line.FRAME];
    int from = Math.min(said, sound.length);
    int to = Math.min(sound.length, said + Line.FRAME);
    System.arraycopy(Arrays.copyOfRange(sound, from, to), 0, frame, 0, to - from);
    said += Line.FRAME;
    return frame;
  }

  /** Whether all of it has been said. */
  public boolean isOver() {
    return said >= sound.length;
  }

  /** Samples of it that have been said. */
  public int said() {
    return Math.min(said, sound.length);
  }
}
