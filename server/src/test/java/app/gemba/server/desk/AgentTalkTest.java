package app.gemba.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentContent.Answer;
import app.gemba.server.desk.AgentTalk.Move;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a simulated agent leads a talk. */
class AgentTalkTest {
  private final AgentTalk talk =
      new AgentTalk(
          List.of("This is Marram Ferries.", "May I hold a place?"),
          List.of(new Answer("Too dear", "Teachers sail free.")));

  @Test
  void theScriptIsSaidLineByLineAndThenLeaveIsTaken() {
    assertThat(talk.next("Hello?")).isEqualTo(new Move.Say("This is Marram Ferries."));
    assertThat(talk.next("Yes, speaking.")).isEqualTo(new Move.Say("May I hold a place?"));
    assertThat(talk.next("What would that cost?")).isEqualTo(new Move.Say("Teachers sail free."));
    assertThat(talk.next("Then yes, put us down."))
        .isEqualTo(new Move.Say("Thank you for your time. Goodbye."));
    assertThat(talk.next("Goodbye.")).isEqualTo(new Move.HangUp());
  }

  @Test
  void aMachineGetsTheMessageAndNotTheScript() {
    assertThat(talk.next("Nobody is here. Please speak after the tone."))
        .isEqualTo(new Move.LeaveMessage());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Oh yes, gladly. Please do. | Agreed",
        "No, thank you. Not this year. | Not interested",
        "Can you call again tomorrow? | Call again",
        "Not me. Wrong person. | Wrong person",
        "Please do not call here again. | No more contact",
        "I see. | Call again"
      })
  void whatWasMeantDecidesHowItIsMarked(String words, String marked) {
    talk.next("Hello?");
    talk.next(words);
    assertThat(talk.outcome(AgentContent.USUAL.outcomes()).label()).isEqualTo(marked);
  }
}
