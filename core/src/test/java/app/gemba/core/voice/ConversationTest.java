package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.CallContent.KeyAct;
import app.gemba.core.channel.CallContent.KeyUse;
import app.gemba.core.channel.Outcome;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Whole calls, from the dialling to the end, against sounds made by formula: tones of ITU-T Q.23
 * and of reference/tones.csv, and syllables with the resonances of vowels.
 */
class ConversationTest {
  private static final short[] MESSAGE =
      Tones.sound(List.of(350.0, 500.0), -12, Duration.ofSeconds(6));
  private static final short[] GOODBYE =
      Tones.sound(List.of(400.0, 600.0), -12, Duration.ofSeconds(1));
  private static final List<KeyUse> KEYS =
      List.of(
          new KeyUse("1", KeyAct.CONFIRM),
          new KeyUse("2", KeyAct.HEAR_AGAIN),
          new KeyUse("3", KeyAct.CALL_LATER),
          new KeyUse("9", KeyAct.OPT_OUT));

  private final Random random = new Random(7);

  @Test
  void aPersonHearsItWhole() {
    Played call = answered(broadcast(true), hello());
    assertThat(call.report.outcome()).isEqualTo(Outcome.HEARD_WHOLE);
    assertThat(call.report.heard()).isEqualTo(Duration.ofSeconds(6));
    assertThat(kinds(call))
        .containsSubsequence(
            Mark.Kind.RINGING,
            Mark.Kind.ANSWERED,
            Mark.Kind.PERSON,
            Mark.Kind.MESSAGE_BEGINS,
            Mark.Kind.MESSAGE_ENDS,
            Mark.Kind.ENDED);
    assertThat(call.saidSeconds).isEqualTo(6);
  }

  @Test
  void aMachineGetsItBehindItsBeepAndNotBefore() {
    short[] greeting = Syllables.talk(random, Duration.ofSeconds(4));
    short[] beep = Tones.sound(List.of(1_000.0), -10, Duration.ofMillis(400));
    Played call = answered(broadcast(true), Tones.inTurn(List.of(greeting, silence(500), beep)));
    assertThat(call.report.outcome()).isEqualTo(Outcome.LEFT_ON_MACHINE);
    Mark begins = mark(call, Mark.Kind.MESSAGE_BEGINS);
    Mark heard = mark(call, Mark.Kind.BEEP);
    assertThat(begins.sample()).isGreaterThanOrEqualTo(heard.sample());
    assertThat(heard.detail()).isEqualTo("1000 Hz");
    long beepEnds = mark(call, Mark.Kind.ANSWERED).sample() + greeting.length + 4_000 + beep.length;
    assertThat(begins.sample()).isBetween(beepEnds, beepEnds + Line.RATE / 5);
  }

  @Test
  void aMachineThatIsNotToBeSpokenToIsHungUpOn() {
    Played call = answered(broadcast(false), Syllables.talk(random, Duration.ofSeconds(8)));
    assertThat(call.report.outcome()).isEqualTo(Outcome.MACHINE_ANSWERED);
    assertThat(call.saidSeconds).isZero();
  }

  @Test
  void aBeepShowsThatWhatSeemedAPersonIsAMachine() {
    short[] beep = Tones.sound(List.of(1_400.0), -10, Duration.ofMillis(500));
    short[] shortGreeting = Tones.inTurn(List.of(hello(), silence(1_500), beep));
    Played call = answered(broadcast(true), shortGreeting);
    assertThat(call.report.outcome()).isEqualTo(Outcome.LEFT_ON_MACHINE);
    assertThat(call.report.heard()).isEqualTo(Duration.ofSeconds(6));
    assertThat(kinds(call)).contains(Mark.Kind.PERSON, Mark.Kind.BEEP, Mark.Kind.MACHINE);
  }

  @ParameterizedTest
  @CsvSource({
    "1, CONFIRMED",
    "3, ASKED_FOR_LATER",
    "9, OPTED_OUT_BY_KEY",
    "5, HEARD_WHOLE",
    "2, HEARD_WHOLE"
  })
  void keysAreObeyed(char face, Outcome outcome) {
    short[] key = Tones.sound(Key.of(face).orElseThrow().hertz(), -9, Duration.ofMillis(120));
    Played call = answered(broadcast(true), Tones.inTurn(List.of(hello(), silence(3_000), key)));
    assertThat(call.report.outcome()).isEqualTo(outcome);
    assertThat(mark(call, Mark.Kind.KEY).detail()).isEqualTo(String.valueOf(face));
    assertThat(call.optOuts).isEqualTo(face == '9' ? 1 : 0);
    assertThat(call.report.key().map(Key::face)).isEqualTo(act(face).map(any -> face));
    boolean again = face == '2';
    assertThat(call.saidSeconds > 6).as("said again, or a goodbye").isEqualTo(again);
  }

  @Test
  void whoHangsUpInTheMiddleHasHeardAPart() {
    Conversation call = new Conversation(broadcast(true));
    ring(call, 2);
    call.answered();
    hear(call, hello());
    hear(call, silence(3_000));
    CallReport report = call.report(CallCause.NORMAL_CLEARING);
    assertThat(report.outcome()).isEqualTo(Outcome.HEARD_PART);
    assertThat(report.heard()).isBetween(Duration.ofSeconds(1), Duration.ofSeconds(4));
    assertThat(report.answered()).isGreaterThan(report.heard());
  }

  @Test
  void aDropReleasesAPersonPolitely() {
    CallContent mailbox =
        new CallContent(
            Optional.empty(), 0, KEYS, 60, true, false, 4, Optional.empty(), Optional.empty());
    Played call = answered(plan(mailbox, true), hello());
    assertThat(call.report.outcome()).isEqualTo(Outcome.RELEASED);
    assertThat(call.report.heard()).isEqualTo(Duration.ZERO);
    assertThat(call.saidSeconds).as("the goodbye").isEqualTo(1);
  }

  @ParameterizedTest
  @CsvSource({
    "USER_BUSY, false, BUSY",
    "CALL_REJECTED, false, DECLINED",
    "NO_ANSWER, false, NO_ANSWER",
    "NO_ANSWER, true, NO_MAILBOX",
    "UNALLOCATED_NUMBER, false, OUT_OF_SERVICE",
    "NETWORK_OUT_OF_ORDER, false, NO_LINE",
  })
  void whatTheNetworkSaysOfACallThatNobodyAnswered(CallCause cause, boolean drop, Outcome outcome) {
    Conversation call = new Conversation(plan(CallContent.BROADCAST, drop));
    ring(call, 1);
    CallReport report = call.report(cause);
    assertThat(report.outcome()).isEqualTo(outcome);
    assertThat(report.answered()).isEqualTo(Duration.ZERO);
    assertThat(report.cause()).isEqualTo(cause);
  }

  @Test
  void itRingsForHalfAMinuteAtMost() {
    Conversation call = new Conversation(broadcast(true));
    call.ringing();
    int seconds = 0;
    while (call.step(new short[Line.FRAME]).isPresent()) {
      seconds += 1;
    }
    assertThat(seconds * 20L).isBetween(29_900L, 30_100L);
    assertThat(call.report(CallCause.NORMAL_CLEARING).outcome()).isEqualTo(Outcome.NO_ANSWER);
  }

  /** Source of the tones: reference/tones.csv, "SIT VC vacant code". */
  @Test
  void specialInformationTonesSayThatTheNumberIsNotInService() {
    Conversation call = new Conversation(broadcast(true));
    hear(
        call,
        Tones.inTurn(
            List.of(
                Tones.sound(List.of(985.2), -14, Duration.ofMillis(380)),
                Tones.sound(List.of(1370.6), -14, Duration.ofMillis(274)),
                Tones.sound(List.of(1776.7), -14, Duration.ofMillis(380)),
                silence(200))));
    CallReport report = call.report(CallCause.NORMAL_CLEARING);
    assertThat(report.outcome()).isEqualTo(Outcome.OUT_OF_SERVICE);
    assertThat(report.marks().get(0).detail()).isEqualTo("VACANT_CODE");
  }

  private record Played(CallReport report, int saidSeconds, int optOuts) {}

  /** A call that is answered and hears something, then silence until it is over. */
  private static Played answered(CallPlan plan, short[] theirs) {
    Conversation call = new Conversation(plan);
    ring(call, 2);
    call.answered();
    List<short[]> said = new ArrayList<>();
    int optOuts = 0;
    for (int at = 0; at < theirs.length + 60 * Line.RATE; at += Line.FRAME) {
      Optional<short[]> say =
          call.step(
              Arrays.copyOfRange(theirs, Math.min(at, theirs.length), at + Line.FRAME).length
                      == Line.FRAME
                  ? Arrays.copyOfRange(theirs, Math.min(at, theirs.length), at + Line.FRAME)
                  : new short[Line.FRAME]);
      optOuts += call.takeOptOut() ? 1 : 0;
      if (say.isEmpty()) {
        break;
      }
      said.add(say.get());
    }
    long loud =
        said.stream().filter(frame -> Line.level(Line.meanSquare(frame, 0, 160)) > -40).count();
    return new Played(call.report(CallCause.NORMAL_CLEARING), Math.round(loud / 50f), optOuts);
  }

  private static void ring(Conversation call, int seconds) {
    call.ringing();
    hear(call, silence(1_000 * seconds));
  }

  private static void hear(Conversation call, short[] sound) {
    for (int at = 0; at + Line.FRAME <= sound.length; at += Line.FRAME) {
      call.step(Arrays.copyOfRange(sound, at, at + Line.FRAME));
    }
  }

  private short[] hello() {
    return Tones.inTurn(
        List.of(
            silence(400), Syllables.syllable(random), Syllables.syllable(random), silence(900)));
  }

  private static short[] silence(int millis) {
    return Tones.silence(Duration.ofMillis(millis));
  }

  private static Optional<KeyAct> act(char face) {
    return broadcast(true).content().act(face);
  }

  private static CallPlan broadcast(boolean leaveOnMachines) {
    return plan(
        new CallContent(
            Optional.empty(),
            0,
            KEYS,
            60,
            leaveOnMachines,
            true,
            4,
            Optional.empty(),
            Optional.empty()),
        false);
  }

  private static CallPlan plan(CallContent content, boolean drop) {
    return new CallPlan(
        content, drop, MESSAGE, Map.of(Outcome.RELEASED, GOODBYE), CallPlan.USUAL_RINGING);
  }

  private static Mark mark(Played call, Mark.Kind kind) {
    return call.report.marks().stream().filter(one -> one.kind() == kind).findFirst().orElseThrow();
  }

  private static List<Mark.Kind> kinds(Played call) {
    return call.report.marks().stream().map(Mark::kind).toList();
  }
}
