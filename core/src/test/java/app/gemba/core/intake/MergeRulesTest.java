package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MergeRulesTest {
  /** What each rule leaves of a field, of what is known and what a row says. */
  @ParameterizedTest
  @CsvSource({
    "KEEP,        Pier, Quay, Pier",
    "KEEP,        '',   Quay, ''",
    "FILL_BLANKS, Pier, Quay, Pier",
    "FILL_BLANKS, '',   Quay, Quay",
    "REPLACE,     Pier, Quay, Quay",
    "REPLACE,     '',   Quay, Quay",
    "KEEP,        Pier, '',   Pier",
    "FILL_BLANKS, Pier, '',   Pier",
    "REPLACE,     Pier, '',   Pier",
    "REPLACE,     '',   '',   ''",
  })
  void aFieldIsMergedByItsRule(MergeRule rule, String known, String said, String expected) {
    MergeRules rules = new MergeRules(Map.of("port", rule));
    assertThat(rules.text("port", known, said)).isEqualTo(expected);
    assertThat(MergeRules.USUAL.with(Map.of("port", rule)).text("port", known, said))
        .as("decided for one row")
        .isEqualTo(expected);
  }

  /** Numbers and tags: whether the row's come to those that are known, or in their place. */
  @ParameterizedTest
  @CsvSource({
    "KEEP,        false, false, false",
    "FILL_BLANKS, false, true,  false",
    "COLLECT,     true,  true,  false",
    "REPLACE,     true,  true,  true",
  })
  void aCollectionIsMergedByItsRule(
      MergeRule rule, boolean takenBesideSome, boolean takenWhereNone, boolean inTheirPlace) {
    MergeRules rules = new MergeRules(Map.of(MergeTarget.TAGS, rule));
    assertThat(rules.takesAny(MergeTarget.TAGS, true)).isEqualTo(takenBesideSome);
    assertThat(rules.takesAny(MergeTarget.TAGS, false)).isEqualTo(takenWhereNone);
    assertThat(rules.replaces(MergeTarget.TAGS)).isEqualTo(inTheirPlace);
  }
}
