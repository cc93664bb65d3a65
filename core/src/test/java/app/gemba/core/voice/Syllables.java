package app.gemba.core.voice;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Sounds with the make of speech: a gliding voice through three resonances, syllable by syllable.
 */
final class Syllables {
  private static final double[][] VOWELS = {
    {730, 1090, 2440}, {270, 2290, 3010}, {300, 870, 2240}, {530, 1840, 2480}, {570, 840, 2410}
  };

  private Syllables() {}

  /** Somebody who talks without a pause but for short breaths. */
  static short[] talk(Random random, Duration span) {
    List<short[]> parts = new ArrayList<>();
    int length = 0;
    while (length < Line.samples(span)) {
      short[] syllable = syllable(random);
      short[] gap = new short[random.nextInt(6) == 0 ? 1_600 : 200 + random.nextInt(400)];
      parts.add(syllable);
      parts.add(gap);
      length += syllable.length + gap.length;
    }
    return Tones.inTurn(parts);
  }

  /** One syllable of 120 to 280 ms. Vowel resonances: Peterson and Barney 1952 (from memory). */
  static short[] syllable(Random random) {
    double[] vowel = VOWELS[random.nextInt(VOWELS.length)];
    short[] sound = new short[960 + random.nextInt(1_280)];
    double pitch = 90 + random.nextInt(130);
    double phase = 0;
    for (int i = 0; i < sound.length; i++) {
      phase += (pitch + 20.0 * i / sound.length) / Line.RATE;
      double sum = 0;
      for (int harmonic = 1; harmonic * pitch < 3_400; harmonic++) {
        double hertz = harmonic * pitch;
        double strength = 0;
        for (double resonance : vowel) {
          double off = (hertz - resonance) / 90;
          strength += 1 / (1 + off * off);
        }
        sum += strength * Math.sin(2 * Math.PI * harmonic * phase);
      }
      double envelope = Math.sin(Math.PI * i / sound.length);
      sound[i] = (short) (1_800 * envelope * sum);
    }
    return sound;
  }
}
