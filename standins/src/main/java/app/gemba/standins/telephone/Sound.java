package app.gemba.standins.telephone;

import java.util.ArrayList;
import java.util.List;

/** Sound at 8 kHz, put together piece by piece. Levels are amplitudes of 16-bit samples. */
final class Sound {
  static final int RATE = 8_000;
  static final int FRAME = 160;

  /** The two tones of each key, in hertz (ITU-T Q.23). */
  private static final String KEYS = "123A456B789C*0#D";

  private static final int[] LOW = {697, 770, 852, 941};
  private static final int[] HIGH = {1209, 1336, 1477, 1633};

  private final List<short[]> parts = new ArrayList<>();

  /** Adds silence. */
  Sound silence(int millis) {
    return add(new short[millis * RATE / 1000]);
  }

  /** Adds sines that sound together, each of one strength. */
  Sound tone(int millis, double amplitude, double... hertz) {
    short[] samples = new short[millis * RATE / 1000];
    for (int i = 0; i < samples.length; i++) {
      double sum = 0;
      for (double frequency : hertz) {
        sum += amplitude * Math.sin(2 * Math.PI * frequency * i / RATE);
      }
      samples[i] = (short) sum;
    }
    return add(samples);
  }

  /** Adds a key that is pressed. */
  Sound key(char face, int millis) {
    int place = KEYS.indexOf(face);
    return tone(millis, 5_000, LOW[place / 4], HIGH[place % 4]);
  }

  /** Adds what somebody says. */
  Sound add(short[] samples) {
    parts.add(samples);
    return this;
  }

  /** All of it. */
  short[] samples() {
    short[] whole = new short[parts.stream().mapToInt(part -> part.length).sum()];
    int at = 0;
    for (short[] part : parts) {
      System.arraycopy(part, 0, whole, at, part.length);
      at += part.length;
    }
    return whole;
  }

  /** What a caller hears while it rings: 440 and 480 Hz, 2 s on and 4 s off (North America). */
  static short[] ringback() {
    return new Sound().tone(2_000, 1_500, 440, 480).silence(4_000).samples();
  }

  /** 480 and 620 Hz, half a second on and off (North America). */
  static short[] busy() {
    return new Sound().tone(500, 900, 480, 620).silence(500).samples();
  }

  /** The special information tones of a number that is not in service: "intercept". */
  static short[] intercept() {
    return new Sound()
        .tone(274, 3_500, 913.8)
        .tone(274, 3_500, 1370.6)
        .tone(380, 3_500, 1776.7)
        .silence(300)
        .samples();
  }
}
