package app.gemba.standins.telephone;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.standins.telephone.Habits.Answering;
import app.gemba.standins.telephone.Habits.Kind;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Calls through the exchange, stepped by hand. Causes: ITU-T Q.850 (from memory). */
class CallTest {
  private static final short[] SILENCE = new short[Sound.FRAME];
  private static final short[] SPEECH = new Sound().tone(20, 3_000, 400, 900).samples();
  private static final Voice VOICE = new Voice(110, 150);

  @Test
  void aBusyLineEndsAtOnce() {
    Call call = new Call(answering(Kind.BUSY, "", 90_000));
    assertThat(phases(call, 2_000)).containsExactly(Call.Phase.SETTING_UP, Call.Phase.ENDED);
    assertThat(call.cause()).isEqualTo(17);
  }

  @Test
  void aNumberThatIsNotInServiceIsAnnounced() {
    Call call = new Call(answering(Kind.OUT_OF_SERVICE, "", 90_000));
    assertThat(phases(call, 20_000))
        .containsExactly(Call.Phase.SETTING_UP, Call.Phase.ANNOUNCING, Call.Phase.ENDED);
    assertThat(call.cause()).isEqualTo(1);
  }

  @Test
  void nobodyAnswersForAMinuteAtMost() {
    Call call = new Call(answering(Kind.NO_ANSWER, "", 90_000));
    assertThat(phases(call, 70_000))
        .containsExactly(Call.Phase.SETTING_UP, Call.Phase.RINGING, Call.Phase.ENDED);
    assertThat(call.cause()).isEqualTo(19);
  }

  @Test
  void whileItRingsTheRingbackIsHeard() {
    Call call = new Call(answering(Kind.PERSON, "", 90_000));
    run(call, 1_000, SILENCE);
    assertThat(call.phase()).isEqualTo(Call.Phase.RINGING);
    assertThat(Playback.isLoud(call.step(SILENCE))).isTrue();
  }

  @Test
  void aPersonListensAndPressesTheirKeyAndLeaves() {
    Call call = new Call(answering(Kind.PERSON, "9", 90_000));
    run(call, 8_000, SILENCE);
    assertThat(call.phase()).isEqualTo(Call.Phase.ANSWERED);
    boolean pressed = false;
    for (int i = 0; i < 250; i++) {
      // Nothing but a key is as loud as this: greetings are over.
      pressed |= Playback.isLoud(call.step(SPEECH));
    }
    assertThat(pressed).isTrue();
    run(call, 4_000, SILENCE);
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
    assertThat(call.heardMillis()).isEqualTo(5_000);
  }

  @Test
  void whoHearsNothingAsksOnceAndLeaves() {
    Call call = new Call(answering(Kind.PERSON, "", 90_000));
    run(call, 25_000, SILENCE);
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
    assertThat(call.heardMillis()).isZero();
  }

  @Test
  void whoIsImpatientLeavesInTheMiddle() {
    Call call = new Call(answering(Kind.PERSON, "", 2_000));
    run(call, 8_000, SILENCE);
    run(call, 3_000, SPEECH);
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
    assertThat(call.heardMillis()).isEqualTo(2_000);
  }

  @Test
  void aMachineRecordsOnlyWhatComesBehindItsBeep() {
    Call call = new Call(answering(Kind.MACHINE, "", 90_000));
    run(call, 4_000, SPEECH);
    assertThat(call.phase()).isEqualTo(Call.Phase.ANSWERED);
    assertThat(call.heardMillis()).isZero();
    run(call, 6_000, SILENCE);
    run(call, 1_000, SPEECH);
    run(call, 8_000, SILENCE);
    assertThat(call.heardMillis()).isEqualTo(1_000);
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
  }

  @Test
  void theCallerMayHangUpAtAnyTime() {
    Call call = new Call(answering(Kind.PERSON, "", 90_000));
    run(call, 1_000, SILENCE);
    call.hangUp();
    assertThat(call.phase()).isEqualTo(Call.Phase.ENDED);
    assertThat(call.cause()).isEqualTo(16);
    call.step(SPEECH);
    assertThat(call.cause()).as("it stays as it ended").isEqualTo(16);
  }

  @Test
  void habitsAreTheSameForASeedAndThereIsEverybodyAmongThem() {
    Habits habits = new Habits(5);
    Set<Kind> kinds = EnumSet.noneOf(Kind.class);
    int atSix = 0;
    int atTen = 0;
    for (int i = 0; i < 400; i++) {
      String number = "+1207555" + (1000 + i);
      Answering evening = habits.of(number, java.time.LocalTime.of(18, 0), 1);
      Answering again = new Habits(5).of(number, java.time.LocalTime.of(18, 0), 1);
      assertThat(again.kind()).isEqualTo(evening.kind());
      assertThat(again.says()).isEqualTo(evening.says());
      kinds.add(evening.kind());
      atSix += evening.kind() == Kind.PERSON ? 1 : 0;
      Answering morning = habits.of(number, java.time.LocalTime.of(10, 0), 1);
      atTen += morning.kind() == Kind.PERSON ? 1 : 0;
    }
    assertThat(kinds).isEqualTo(EnumSet.allOf(Kind.class));
    assertThat(atSix).as("people are at home in the evening").isGreaterThan(atTen);
  }

  @Test
  void everyCodeOfTheLineComesBackAsItself() {
    byte[] all = new byte[256];
    for (int i = 0; i < all.length; i++) {
      all[i] = (byte) i;
    }
    byte[] back = Companding.compress(Companding.expand(all));
    for (int i = 0; i < all.length; i++) {
      // 7F and FF are both zero.
      assertThat(back[i]).isEqualTo(i == 0x7F ? (byte) 0xFF : all[i]);
    }
  }

  private static Answering answering(Kind kind, String key, int patience) {
    return new Answering(
        kind, 2_000, "Hello there.", VOICE, key, 1_000, patience, 1_000, Talk.Temper.YES);
  }

  private static void run(Call call, int millis, short[] said) {
    for (int i = 0; i < millis / 20; i++) {
      call.step(said);
    }
  }

  private static List<Call.Phase> phases(Call call, int millis) {
    List<Call.Phase> phases = new ArrayList<>();
    for (int i = 0; i < millis / 20; i++) {
      if (phases.isEmpty() || phases.get(phases.size() - 1) != call.phase()) {
        phases.add(call.phase());
      }
      call.step(SILENCE);
    }
    return phases;
  }
}
