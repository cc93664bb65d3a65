package app.gemba.standins.chat;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rules: the public ones of WhatsApp for message templates (from memory). */
class TemplateRulesTest {

  @ParameterizedTest
  @CsvSource({
    "winter_boats, UTILITY, 'Hello {{1}}, the winter boats run from {{2}} on.', ''",
    "winter_boats, UTILITY, 'The winter boats run from 1 December.', ''",
    "easter, MARKETING, 'Dear {{1}}, save 10 % on Easter sailings this week.', ''",
    "easter, UTILITY, 'Dear {{1}}, save 10 % on Easter sailings this week.', promotes",
    "Winter Boats, UTILITY, 'The winter boats run.', name",
    "winter_boats, NEWS, 'The winter boats run.', category",
    "winter_boats, UTILITY, '{{1}}, the winter boats run.', beginning or the end",
    "winter_boats, UTILITY, 'The winter boats run from {{1}}', beginning or the end",
    "winter_boats, UTILITY, 'Dear {{1}} {{2}}, the winter boats run from today.', side by side",
    "winter_boats, UTILITY, 'Dear {{1}}, boats run from {{3}} on, every day.', without a gap",
    "winter_boats, UTILITY, 'Dear {{name}}, the winter boats run.', not a number",
    "winter_boats, UTILITY, 'Hi {{1}}, {{2}}, {{3}} x.', too many placeholders",
    "winter_boats, UTILITY, 'See https://ti.ny/x for the boats of winter.', Shortened",
    "winter_boats, UTILITY, '', characters",
  })
  void aTemplateIsApprovedOrRejectedWithItsReason(
      String name, String category, String body, String reason) {
    String fault = TemplateRules.fault(name, category, body).orElse("");
    if (reason.isEmpty()) {
      assertThat(fault).isEmpty();
    } else {
      assertThat(fault).contains(reason).endsWith(".");
    }
  }

  @Test
  void aBodyHasAtMost1024Characters() {
    assertThat(TemplateRules.fault("x", "UTILITY", "a".repeat(1_024))).isEmpty();
    assertThat(TemplateRules.fault("x", "UTILITY", "a".repeat(1_025))).isPresent();
  }

  @Test
  void habitsAreTheSameForASeedAndThereIsEverythingAmongThem() {
    Map<ChatPerson.End, Integer> ends = new EnumMap<>(ChatPerson.End.class);
    int read = 0;
    int answered = 0;
    for (int i = 0; i < 600; i++) {
      String number = "+4670174" + (1_000 + i);
      ChatPerson.Fate fate = new ChatPerson(5, number, "Boats run.").fate("MARKETING");
      assertThat(new ChatPerson(5, number, "Boats run.").fate("MARKETING")).isEqualTo(fate);
      ends.merge(fate.end(), 1, Integer::sum);
      read += fate.readAfter().isPresent() ? 1 : 0;
      answered += fate.answer().isPresent() ? 1 : 0;
    }
    assertThat(ends).containsOnlyKeys(ChatPerson.End.values());
    assertThat(answered).isPositive().isLessThan(read);
    assertThat(new ChatPerson(5, "+46701740999", "x").fate("UTILITY").end())
        .as("only marketing is capped")
        .isNotEqualTo(ChatPerson.End.CAPPED);
  }
}
