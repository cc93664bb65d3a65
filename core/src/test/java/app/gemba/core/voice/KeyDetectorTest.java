package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Source: the frequencies of ITU-T Q.23 and the tolerances of ITU-T Q.24 (from memory). */
class KeyDetectorTest {
  private static final Duration LONG = Duration.ofMillis(80);
  private static final Duration GAP = Duration.ofMillis(60);

  @ParameterizedTest
  @EnumSource(Key.class)
  void everyKeyIsHeardOnceHoweverItFallsIntoFrames(Key key) {
    for (int shift = 0; shift < Line.FRAME; shift += 13) {
      List<short[]> sound = List.of(new short[shift], tone(key, 1, 1, LONG, -10, 0), quiet(GAP));
      assertThat(heard(Tones.inTurn(sound), true)).containsExactly(key);
    }
  }

  @Test
  void whatIsTypedIsHeardInOrder() {
    List<short[]> sound = new ArrayList<>();
    for (char face : "0123456789*#ABCD5551".toCharArray()) {
      sound.add(tone(Key.of(face).orElseThrow(), 1, 1, Duration.ofMillis(50), -9, 0));
      sound.add(quiet(Duration.ofMillis(50)));
    }
    assertThat(faces(heard(Tones.inTurn(sound), true))).isEqualTo("0123456789*#ABCD5551");
  }

  @ParameterizedTest
  @ValueSource(doubles = {-0.015, -0.01, 0.01, 0.015})
  void aFrequencyWithinOneAndAHalfPerCentIsAccepted(double off) {
    for (Key key : Key.values()) {
      short[] lowOff = tone(key, 1 + off, 1, LONG, -10, 0);
      short[] highOff = tone(key, 1, 1 + off, LONG, -10, 0);
      assertThat(heard(withSilence(lowOff), false)).as("%s low", key).containsExactly(key);
      assertThat(heard(withSilence(highOff), false)).as("%s high", key).containsExactly(key);
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {-0.05, -0.035, 0.035, 0.05})
  void aFrequencyBeyondThreeAndAHalfPerCentIsRefused(double off) {
    for (Key key : Key.values()) {
      assertThat(heard(withSilence(tone(key, 1 + off, 1, LONG, -10, 0)), false)).isEmpty();
      assertThat(heard(withSilence(tone(key, 1, 1 + off, LONG, -10, 0)), false)).isEmpty();
    }
  }

  @Test
  void fortyMillisecondsAreAKeyAndTwentyThreeAreNone() {
    for (Key key : Key.values()) {
      for (int shift = 0; shift < 40; shift += 7) {
        short[] before = new short[shift];
        short[] key40 = tone(key, 1, 1, Duration.ofMillis(40), -10, 0);
        short[] key23 = tone(key, 1, 1, Duration.ofMillis(23), -10, 0);
        assertThat(heard(Tones.inTurn(List.of(before, withSilence(key40))), false))
            .containsExactly(key);
        assertThat(heard(Tones.inTurn(List.of(before, withSilence(key23))), false)).isEmpty();
      }
    }
  }

  @Test
  void aShortBreakDoesNotPartAKeyAndAPauseDoes() {
    short[] five = tone(Key.FIVE, 1, 1, LONG, -10, 0);
    assertThat(heard(Tones.inTurn(List.of(five, quiet(Duration.ofMillis(10)), five)), false))
        .containsExactly(Key.FIVE);
    assertThat(heard(Tones.inTurn(List.of(five, quiet(Duration.ofMillis(40)), five)), false))
        .containsExactly(Key.FIVE, Key.FIVE);
  }

  @Test
  void theHighToneMayBeALittleStrongerAndRatherWeaker() {
    assertThat(heard(withSilence(tone(Key.SEVEN, 1, 1, LONG, -12, 4)), false)).hasSize(1);
    assertThat(heard(withSilence(tone(Key.SEVEN, 1, 1, LONG, -6, -8)), false)).hasSize(1);
    assertThat(heard(withSilence(tone(Key.SEVEN, 1, 1, LONG, -12, 8)), false)).isEmpty();
    assertThat(heard(withSilence(tone(Key.SEVEN, 1, 1, LONG, -6, -12)), false)).isEmpty();
  }

  @Test
  void keysAreHeardInNoiseAndNoiseAndVoicesAreNoKeys() {
    Random random = new Random(4);
    for (Key key : Key.values()) {
      short[] sound = withSilence(tone(key, 1, 1, LONG, -12, 0));
      addNoise(sound, Line.amplitude(-12 - 15), random);
      assertThat(heard(sound, true)).containsExactly(key);
    }
    short[] noise = new short[20 * Line.RATE];
    addNoise(noise, Line.amplitude(-15), random);
    assertThat(heard(noise, true)).isEmpty();
    assertThat(heard(Syllables.talk(new Random(5), Duration.ofSeconds(60)), true)).isEmpty();
  }

  private static short[] tone(
      Key key, double lowFactor, double highFactor, Duration span, double lowLevel, double twist) {
    short[] low = Tones.sound(List.of(key.hertz().get(0) * lowFactor), lowLevel, span);
    short[] high = Tones.sound(List.of(key.hertz().get(1) * highFactor), lowLevel + twist, span);
    for (int i = 0; i < low.length; i++) {
      low[i] += high[i];
    }
    return low;
  }

  private static short[] quiet(Duration span) {
    return Tones.silence(span);
  }

  private static short[] withSilence(short[] sound) {
    return Tones.inTurn(List.of(sound, quiet(GAP)));
  }

  /** White noise of a given root mean square. */
  private static void addNoise(short[] sound, double amplitude, Random random) {
    for (int i = 0; i < sound.length; i++) {
      sound[i] += (short) (random.nextGaussian() * amplitude / Math.sqrt(2));
    }
  }

  /** Hears a sound frame by frame, through the companding of the line where that is asked. */
  private static List<Key> heard(short[] sound, boolean overTheLine) {
    List<Key> keys = new ArrayList<>();
    KeyDetector detector = new KeyDetector(keys::add);
    short[] carried = overTheLine ? MuLaw.decode(MuLaw.encode(sound)) : sound;
    for (int from = 0; from < carried.length; from += Line.FRAME) {
      detector.hear(
          java.util.Arrays.copyOfRange(carried, from, Math.min(carried.length, from + Line.FRAME)));
    }
    return keys;
  }

  private static String faces(List<Key> keys) {
    StringBuilder faces = new StringBuilder();
    keys.forEach(key -> faces.append(key.face()));
    return faces.toString();
  }
}
