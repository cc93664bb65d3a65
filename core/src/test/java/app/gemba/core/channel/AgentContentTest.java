package app.gemba.core.channel;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.AgentContent.Answer;
import app.gemba.core.channel.AgentContent.Dialling;
import app.gemba.core.channel.AgentOutcome.Follow;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a campaign defines for its agents. */
class AgentContentTest {
  @Test
  void whatItBeginsWithCanBeUsed() {
    assertThat(AgentContent.USUAL.mistakes()).isEmpty();
    assertThat(CallContent.BY_AGENTS.mistakes()).isEmpty();
  }

  @Test
  void twoAgentsWithTwentyCallsAnHourBeginOneEveryNinetySeconds() {
    assertThat(AgentContent.USUAL.expectedInterval()).isEqualTo(Duration.ofSeconds(90));
  }

  @Test
  void everyMistakeIsSaidInASentence() {
    AgentContent bad =
        new AgentContent(
            Dialling.PREVIEW,
            List.of(
                new AgentOutcome("1", "", Follow.DONE, 0, Optional.empty()),
                new AgentOutcome("1", "Later", Follow.FOLLOW_UP, 0, Optional.empty())),
            List.of(new Answer("", "")),
            "x".repeat(601),
            Optional.of(1),
            0,
            0);
    assertThat(bad.mistakes()).hasSize(7).allMatch(one -> one.endsWith("."));
    List<AgentOutcome> many = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      many.add(new AgentOutcome("0", "Way", Follow.DONE, 0, Optional.empty()));
    }
    AgentContent usual = AgentContent.USUAL;
    assertThat(
            new AgentContent(Dialling.PREVIEW, many, List.of(), "", Optional.empty(), 2, 20)
                .mistakes())
        .contains("A call by an agent ends in one of 1 to 9 ways.");
    assertThat(usual.outcome("9")).isEmpty();
  }

  @ParameterizedTest
  @EnumSource(Follow.class)
  void aCampaignsOwnOutcomeIsOneThatAllShareWithItsKeyBehind(Follow follow) {
    AgentOutcome own = new AgentOutcome("4", "In its own words", follow, 5, Optional.empty());
    assertThat(own.code()).endsWith("/4");
    Outcome shared = Outcome.of(own.code()).orElseThrow();
    assertThat(shared).isEqualTo(follow.outcome());
    assertThat(PersonState.after(shared.kind()) == PersonState.REACHED)
        .isEqualTo(follow == Follow.DONE || follow == Follow.SUPPRESS);
  }

  @Test
  void aScriptIsSaidLineByLine() {
    assertThat(AgentContent.lines("One.\r\n\n  Two. \nThree."))
        .containsExactly("One.", "Two.", "Three.");
  }
}
