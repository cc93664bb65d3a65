package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Rhythms of answers: common practice. */
class AnswerJudgeTest {
  @Test
  void whoSaysAWordOrTwoAndWaitsIsAPerson() {
    for (int seed = 0; seed < 40; seed++) {
      Random random = new Random(seed);
      List<short[]> parts = new ArrayList<>();
      parts.add(Tones.silence(Duration.ofMillis(200 + random.nextInt(1_200))));
      for (int i = 0; i < 1 + random.nextInt(4); i++) {
        parts.add(Syllables.syllable(random));
        parts.add(new short[300]);
      }
      parts.add(Tones.silence(Duration.ofSeconds(2)));
      assertThat(judged(parts)).as("seed %d", seed).contains(Answer.PERSON);
    }
  }

  @Test
  void whoGoesOnTalkingIsAMachine() {
    for (int seed = 0; seed < 40; seed++) {
      Random random = new Random(seed);
      List<short[]> parts =
          List.of(
              Tones.silence(Duration.ofMillis(100 + random.nextInt(600))),
              Syllables.talk(random, Duration.ofSeconds(6)));
      assertThat(judged(parts)).as("seed %d", seed).contains(Answer.MACHINE);
    }
  }

  @Test
  void whoBeepsAfterAWordIsAMachine() {
    Random random = new Random(3);
    assertThat(
            judged(
                List.of(
                    Syllables.syllable(random),
                    Syllables.syllable(random),
                    Tones.silence(Duration.ofMillis(400)),
                    Tones.sound(List.of(1_000.0), -12, Duration.ofMillis(400)),
                    Tones.silence(Duration.ofSeconds(1)))))
        .contains(Answer.MACHINE);
  }

  @Test
  void silenceAndTheNetworksTonesAreToldApart() {
    assertThat(judged(List.of(Tones.silence(Duration.ofSeconds(5))))).contains(Answer.SILENCE);
    assertThat(
            judged(
                List.of(
                    Tones.silence(Duration.ofMillis(300)),
                    Tones.sound(List.of(913.8), -14, Duration.ofMillis(274)),
                    Tones.sound(List.of(1370.6), -14, Duration.ofMillis(274)),
                    Tones.sound(List.of(1776.7), -14, Duration.ofMillis(380)),
                    Tones.silence(Duration.ofMillis(300)))))
        .contains(Answer.OUT_OF_SERVICE);
  }

  @Test
  void theVerdictStandsOnceItIsSaid() {
    AnswerJudge judge = new AnswerJudge();
    judge.hear(Tones.silence(Duration.ofSeconds(5)));
    judge.hear(Syllables.talk(new Random(1), Duration.ofSeconds(5)));
    assertThat(judge.verdict()).contains(Answer.SILENCE);
  }

  private static Optional<Answer> judged(List<short[]> parts) {
    AnswerJudge judge = new AnswerJudge();
    return judge.hear(MuLaw.decode(MuLaw.encode(Tones.inTurn(parts))));
  }
}
