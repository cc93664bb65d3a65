package app.gemba.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SearchWordsTest {

  @Test
  void whatIsTypedIsTakenApartWithoutAccents() {
    assertThat(SearchWords.ofQuery("  SJÖ anne-marie ")).containsExactly("sjo", "anne", "marie");
    assertThat(SearchWords.ofQuery("a@guests")).containsExactly("a", "guests");
    assertThat(SearchWords.ofQuery(" \"*")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "'(207) 555', 207555",
    "+44 20, 4420",
    "020 7946, 207946",
    "5550, 5550",
    "Oona, ''",
    "20, ''",
    "207-oona, ''",
  })
  void digitsAreAPartOfANumber(String typed, String expected) {
    assertThat(SearchWords.digitsOf(typed)).isEqualTo(expected);
  }
}
