package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gemba.core.Reference;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** Source: reference/tones.csv (Telcordia GR-1162, ITU-T E.180; from memory). */
class ToneDetectorTest {
  private static final Map<String, InformationTone> VARIANTS =
      Map.of(
          "SIT IC intercept", InformationTone.INTERCEPT,
          "SIT VC vacant code", InformationTone.VACANT_CODE,
          "SIT RO reorder", InformationTone.REORDER,
          "SIT NC no circuit", InformationTone.NO_CIRCUIT);

  /** The table writes each as "913.8/274 ms, 1370.6/274 ms, 1776.7/380 ms". */
  @TestFactory
  Iterable<DynamicTest> theThreeTonesAreToldApartAlsoInNoise() {
    return Reference.rows("tones.csv").stream()
        .filter(row -> VARIANTS.containsKey(row.getField("tone")))
        .map(
            row ->
                DynamicTest.dynamicTest(
                    row.getField("tone"),
                    () -> {
                      for (int seed = 0; seed < 20; seed++) {
                        assertThat(heardIn(withNoise(sound(row), seed)))
                            .contains(VARIANTS.get(row.getField("tone")));
                      }
                    }))
        .toList();
  }

  @Test
  void theThreeTonesOfTheRecommendationAreKnownAsSuch() {
    Duration third = Duration.ofMillis(330);
    short[] sound =
        Tones.inTurn(
            List.of(
                Tones.sound(List.of(950.0), -14, third),
                Tones.sound(List.of(1400.0), -14, third),
                Tones.sound(List.of(1800.0), -14, third),
                Tones.silence(Duration.ofMillis(300))));
    assertThat(heardIn(sound)).isPresent();
  }

  @Test
  void aBeepIsHeardWithItsPitchItsPlaceAndItsLength() {
    for (double pitch = 400; pitch <= 2_000; pitch += 170) {
      short[] sound =
          Tones.inTurn(
              List.of(
                  Tones.silence(Duration.ofMillis(500)),
                  Tones.sound(List.of(pitch), -16, Duration.ofMillis(400)),
                  Tones.silence(Duration.ofMillis(200))));
      List<ToneDetector.Heard> heard = new ArrayList<>();
      new ToneDetector(heard::add).hear(MuLaw.decode(MuLaw.encode(sound)));
      assertThat(heard).hasSize(1);
      assertThat(heard.get(0).hertz()).isCloseTo(pitch, within(12.0));
      assertThat(heard.get(0).from()).isBetween(3_920L, 4_160L);
      assertThat(heard.get(0).samples()).isBetween(3_000L, 3_280L);
    }
  }

  @Test
  void neitherVoicesNorTheTonesOfACallAreABeep() {
    List<ToneDetector.Heard> heard = new ArrayList<>();
    ToneDetector detector = new ToneDetector(heard::add);
    detector.hear(Syllables.talk(new Random(8), Duration.ofSeconds(60)));
    for (List<Double> pair : List.of(List.of(440.0, 480.0), List.of(480.0, 620.0))) {
      detector.hear(Tones.sound(pair, -19, Duration.ofSeconds(2)));
      detector.hear(Tones.silence(Duration.ofSeconds(1)));
    }
    assertThat(heard).isEmpty();
  }

  private static short[] sound(NamedCsvRecord row) {
    List<short[]> parts = new ArrayList<>();
    for (String part : row.getField("frequencies_hz").split(", ")) {
      String[] tone = part.replace(" ms", "").split("/");
      parts.add(
          Tones.sound(
              List.of(Double.parseDouble(tone[0])),
              -14,
              Duration.ofMillis(Long.parseLong(tone[1]))));
    }
    parts.add(Tones.silence(Duration.ofMillis(300)));
    return Tones.inTurn(parts);
  }

  /** Over the line, with noise 30 dB below. */
  private static short[] withNoise(short[] sound, int seed) {
    Random random = new Random(seed);
    short[] noisy = sound.clone();
    for (int i = 0; i < noisy.length; i++) {
      noisy[i] += (short) (random.nextGaussian() * Line.amplitude(-44) / Math.sqrt(2));
    }
    return MuLaw.decode(MuLaw.encode(noisy));
  }

  private static Optional<InformationTone> heardIn(short[] sound) {
    ToneDetector detector = new ToneDetector(tone -> {});
    detector.hear(sound);
    return detector.informationTone();
  }
}
