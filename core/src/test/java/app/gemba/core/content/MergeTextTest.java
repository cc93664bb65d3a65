package app.gemba.core.content;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The form of a field is Mustache's, mustache(5). */
class MergeTextTest {

  @Test
  void aFieldIsFilledFromThePersonAndABlankOneFromItsWords() {
    MergeText text =
        MergeText.of("{{first_name}}, from {{home_port}}.", Map.of("home_port", "your pier"));
    assertThat(text.fill(Map.of("first_name", "Oona", "home_port", "Gull Steps")))
        .isEqualTo("Oona, from Gull Steps.");
    assertThat(text.fill(Map.of("first_name", "Oona", "home_port", "  ")))
        .isEqualTo("Oona, from your pier.");
    assertThat(text.fields()).containsExactlyInAnyOrder("first_name", "home_port");
  }

  @Test
  void whatAPersonIsCalledIsNeverTakenForMarkup() {
    MergeText text = MergeText.of("Dear {{name}}", Map.of());
    assertThat(text.fill(Map.of("name", "D'Arcy <Yates> & {{email}}")))
        .isEqualTo("Dear D'Arcy <Yates> & {{email}}");
  }

  @Test
  void aBlankWithoutWordsIsFoundBeforeAnybodyGetsIt() {
    MergeText text = MergeText.of("{{a}} {{b}} {{c}}", Map.of("b", "so"));
    assertThat(text.leftBlank(Map.of("a", "x"))).containsExactly("c");
  }

  @ParameterizedTest
  @ValueSource(strings = {"Hello {{name", "{{#if}}x{{/if}}", "{{^no}}x{{/no}}", "{{> other}}"})
  void whatIsNoPlainFieldIsRefusedInASentence(String text) {
    assertThatThrownBy(() -> MergeText.of(text, Map.of()))
        .isInstanceOf(MergeText.BadText.class)
        .hasMessageContaining("{{field}}");
  }
}
