package app.gemba.core.content;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The words are those of 47 CFR 64.1200(a)(10) (from memory). */
class StopWordTest {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "STOP",
        "stop",
        "Stop.",
        " stop ",
        "STOP!",
        "ＳＴＯＰ",
        "stop\n",
        "“Stop”",
        "Quit",
        "END",
        "revoke",
        "Opt out",
        "opt-out",
        "OPTOUT",
        "Cancel",
        "unsubscribe",
        "STOPALL"
      })
  void aWordThatMeansStopIsOneInAnyDress(String reply) {
    assertThat(StopWord.isIn(reply)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "non-stop",
        "does the boat stop at North Pier",
        "stop it",
        "the end",
        "👍",
        "weekend"
      })
  void anAnswerThatOnlyHoldsTheLettersIsNone(String reply) {
    assertThat(StopWord.isIn(reply)).isFalse();
  }
}
