package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LineTest {
  /** The loudest sine of mu-law is at +3.17 dBm0: ITU-T G.711. */
  @Test
  void levelsAreThoseOfTheStandard() {
    assertThat(Line.amplitude(3.17)).isCloseTo(32_124, within(1.0));
    for (double level : new double[] {0, -10, -26, -40}) {
      short[] sine = Tones.sound(List.of(1_000.0), level, Duration.ofSeconds(1));
      assertThat(Line.level(Line.meanSquare(sine, 0, sine.length))).isCloseTo(level, within(0.05));
    }
    assertThat(Line.level(0)).isLessThan(-90);
  }

  @Test
  void timeIsCountedInSamples() {
    assertThat(Line.samples(Duration.ofMillis(20))).isEqualTo(Line.FRAME);
    assertThat(Line.span(8_000)).isEqualTo(Duration.ofSeconds(1));
  }

  /** Source: ITU-T Q.850 (from memory). */
  @ParameterizedTest
  @CsvSource({
    "1, UNALLOCATED_NUMBER, true",
    "16, NORMAL_CLEARING, false",
    "17, USER_BUSY, false",
    "18, NO_USER_RESPONDING, false",
    "19, NO_ANSWER, false",
    "21, CALL_REJECTED, false",
    "22, NUMBER_CHANGED, true",
    "28, INVALID_NUMBER, true",
    "34, NO_CIRCUIT, false",
    "41, TEMPORARY_FAILURE, false",
    "99, OTHER, false"
  })
  void causesAreThoseOfTheStandard(int number, CallCause cause, boolean numbersFault) {
    assertThat(CallCause.of(number)).isEqualTo(cause);
    assertThat(cause.isNumbersFault()).isEqualTo(numbersFault);
  }

  @Test
  void aPureToneIsMeasuredToAFewHertzAndTwoTonesAreNone() {
    for (double hertz = 400; hertz < 2_900; hertz += 37) {
      short[] tone = Tones.sound(List.of(hertz), -20, Duration.ofMillis(40));
      double measured = hertz;
      assertThat(PureTone.in(MuLaw.decode(MuLaw.encode(tone))))
          .hasValueSatisfying(
              found -> {
                assertThat(found.hertz()).isCloseTo(measured, within(4.0));
                assertThat(found.dbm0()).isCloseTo(-20, within(0.5));
              });
      short[] pair = Tones.sound(List.of(hertz, hertz + 60), -20, Duration.ofMillis(40));
      assertThat(PureTone.in(pair)).isEmpty();
    }
  }
}
