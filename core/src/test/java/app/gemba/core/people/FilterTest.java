package app.gemba.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.people.Filter.Comparison;
import app.gemba.core.people.Filter.Condition;
import app.gemba.core.people.Filter.ContactedWithin;
import app.gemba.core.people.Filter.FieldHolds;
import app.gemba.core.people.Filter.LastOutcome;
import app.gemba.core.people.Filter.OnList;
import app.gemba.core.people.Filter.Suppressed;
import app.gemba.core.people.Filter.Tagged;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilterTest {

  @Test
  void aFilterThatSaysEverythingCanBeUsed() {
    assertThat(
            filter(
                    new OnList(false, Set.of(1L)),
                    new Tagged(true, Set.of("school")),
                    new FieldHolds(false, "port", Comparison.IS, "Pier"),
                    new ContactedWithin(true, 30),
                    new Suppressed(true))
                .mistakes())
        .isEmpty();
    assertThat(Filter.EVERYBODY.mistakes()).isEmpty();
  }

  @Test
  void whatIsLeftOpenIsSaidInASentenceEach() {
    assertThat(
            filter(
                    new OnList(false, Set.of()),
                    new Tagged(false, Set.of()),
                    new FieldHolds(false, " ", Comparison.IS, "x"),
                    new LastOutcome(false, Set.of()),
                    new ContactedWithin(false, -1))
                .mistakes())
        .containsExactly(
            "Say which list.",
            "Say which tag.",
            "Say which field.",
            "Say which outcome.",
            "Days are 0 to 36,500.");
  }

  @Test
  void aFilterIsNoProgram() {
    assertThat(new Filter(Collections.nCopies(21, new Suppressed(false))).mistakes())
        .containsExactly("A filter has at most 20 conditions.");
  }

  @ParameterizedTest
  @CsvSource({
    "Oona Wick,          'Wick, Oona',        true",
    "Zoë Sjöberg,        zoe SJOBERG,         true",
    "D'Arcy O'Shea,      D’Arcy O’Shea,       true",
    "Anne-Marie Marsh,   Anne Marie Marsh,    true",
    "Oona Wick,          Oona Wicks,          false",
    "Oona Wick,          '',                  false",
  })
  void namesAreTheSameWhateverTheirAccentsMarksAndOrder(String one, String other, boolean same) {
    assertThat(NameKey.of(one).equals(NameKey.of(other))).isEqualTo(same);
  }

  private static Filter filter(Condition... conditions) {
    return new Filter(List.of(conditions));
  }
}
