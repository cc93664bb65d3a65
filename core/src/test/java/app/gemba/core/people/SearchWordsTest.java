package app.gemba.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.phone.PhoneReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SearchWordsTest {

  @Test
  void aPersonIsFoundByEveryPartWithoutAccents() {
    assertThat(SearchWords.of("Anne-Marie van der Sjöberg", "A@Guests.example", "MF-7"))
        .containsExactly("anne-marie", "van", "der", "sjoberg", "a@guests.example", "mf-7");
    assertThat(SearchWords.ofQuery("  SJÖ anne ")).containsExactly("sjo", "anne");
    assertThat(SearchWords.ofQuery("a@guests")).containsExactly("a@guests");
    assertThat(SearchWords.ofQuery(" ")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "'(207) 555', '+207555 +1207555'",
    "+44 20, +4420",
    "Oona, ''",
    "20, ''",
    "207-oona, ''",
  })
  void digitsAreTheBeginningOfANumber(String typed, String expected) {
    assertThat(String.join(" ", new PhoneReader().beginnings(typed, "US"))).isEqualTo(expected);
  }
}
