package app.gemba.standins.telephone;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.standins.telephone.Habits.Answering;
import app.gemba.standins.telephone.Habits.Kind;
import app.gemba.standins.telephone.Talk.Temper;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** People who are talked to, in words beside the sound. */
class TalkTest {
  private static final short[] SILENCE = new short[Sound.FRAME];
  private static final short[] SPEECH = new Sound().tone(20, 3_000, 400, 900).samples();

  private final List<String> heard = new ArrayList<>();

  @Test
  void whoIsSpokenToAnswersBehindWhatIsSaidAndStays() {
    Call call = answered(Temper.YES);
    assertThat(heard).containsExactly("Hello there.");
    say(call, "Good morning, this is Marram Ferries.");
    say(call, "May I hold a place for you?");
    assertThat(heard).hasSize(3);
    assertThat(heard.get(2)).matches("(?i).*(put us down|gladly).*");
    run(call, 20_000, SILENCE);
    assertThat(call.phase()).as("nobody hurries them").isEqualTo(Call.Phase.ANSWERED);
    say(call, "Thank you. Goodbye.");
    run(call, 3_000, SILENCE);
    assertThat(heard).endsWith("Goodbye.");
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
  }

  @Test
  void nobodyTalksOverTheCaller() {
    Call call = answered(Temper.YES);
    call.tell("Good morning, this is Marram Ferries.");
    run(call, 4_000, SPEECH);
    assertThat(heard).hasSize(1);
    run(call, 1_000, SILENCE);
    assertThat(heard).hasSize(2);
  }

  @Test
  void whoIsLeftAloneGoesInTheEnd() {
    Call call = answered(Temper.NO);
    say(call, "Good morning, this is Marram Ferries.");
    run(call, 60_000, SILENCE);
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
  }

  @ParameterizedTest
  @EnumSource(Temper.class)
  void aQuestionIsAnsweredOnceAsTheTemperHasIt(Temper temper) {
    Talk talk = new Talk(temper);
    String first = talk.to("Good morning, this is Marram Ferries.").words();
    String answer = talk.to("May I hold a place for you?").words();
    String more = talk.to("The fare is that of last year.").words();
    boolean atOnce = temper == Temper.WRONG || temper == Temper.STOP;
    assertThat(first.equals(answer)).isFalse();
    assertThat(atOnce ? first : answer).hasSizeGreaterThan(12);
    assertThat(more).matches(temper == Temper.DEAR ? ".*put us down.*" : ".{4,15}");
  }

  private Call answered(Temper temper) {
    Call call =
        new Call(
            new Answering(
                Kind.PERSON,
                2_000,
                "Hello there.",
                new Voice(110, 150),
                "",
                0,
                90_000,
                1_000,
                temper));
    run(call, 6_000, SILENCE);
    return call;
  }

  private void say(Call call, String words) {
    call.tell(words);
    run(call, 2_000, SPEECH);
    run(call, 6_000, SILENCE);
  }

  private void run(Call call, int millis, short[] said) {
    for (int i = 0; i < millis / 20; i++) {
      call.step(said);
      call.takeWords().ifPresent(heard::add);
    }
  }
}
