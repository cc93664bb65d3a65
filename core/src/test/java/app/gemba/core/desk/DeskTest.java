package app.gemba.core.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentOutcome;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** An agent's desk, act by act. */
class DeskTest {
  private static final Instant NOW = Instant.parse("2026-11-17T15:00:00Z");
  private static final CallInHand UNA = CallInHand.shown(1, 7, "+12075550107");
  private static final AgentOutcome AGREED = AgentContent.USUAL.outcome("1").orElseThrow();

  private final Desk ready = Desk.empty(NOW).signOn(NOW).ready(at(1));

  @Test
  void aCallGoesFromPreviewToTheNextOne() {
    Desk shown = ready.show(UNA);
    assertThat(shown.isShown()).isTrue();
    assertThat(shown.isFree()).isFalse();
    Desk dialling = shown.dial(UNA, 40, at(5));
    assertThat(dialling.state()).isEqualTo(AgentState.DIALLING);
    Desk talking = dialling.ringing(at(6)).answered(at(9));
    assertThat(talking.call().orElseThrow().answeredAt()).contains(at(9));
    Desk marked = talking.mark(new Choice(AGREED, Optional.empty()));
    assertThat(marked.state()).as("it may be marked during the call").isEqualTo(AgentState.TALKING);
    Desk wrapUp = marked.ended(at(60));
    assertThat(wrapUp.state()).isEqualTo(AgentState.WRAP_UP);
    assertThat(wrapUp.call().orElseThrow().choice()).isPresent();
    Desk next = wrapUp.finish(at(90));
    assertThat(next.state()).isEqualTo(AgentState.READY);
    assertThat(next.since()).isEqualTo(at(90));
    assertThat(next.call()).isEmpty();
  }

  @Test
  void whatNobodyAnswersNeedsNoMarking() {
    Desk after = ready.dial(UNA, 40, at(5)).ringing(at(6)).ended(at(36));
    assertThat(after.state()).isEqualTo(AgentState.READY);
  }

  @Test
  void whoLeavesAMessageIsFreeAtOnce() {
    Desk talking = ready.dial(UNA, 40, at(5)).answered(at(9));
    assertThat(talking.handOver(at(12)).isFree()).isTrue();
  }

  @Test
  void aBreakComesBehindTheCallAndCanBeTakenBack() {
    Desk talking = ready.dial(UNA, 40, at(5)).answered(at(9));
    Desk wants = talking.rest(at(10));
    assertThat(wants.state()).isEqualTo(AgentState.TALKING);
    assertThat(wants.handOver(at(12)).state()).isEqualTo(AgentState.BREAK);
    assertThat(wants.rest(at(11)).handOver(at(12)).state()).isEqualTo(AgentState.READY);
    assertThat(ready.show(UNA).rest(at(2)).call()).as("who was shown goes back").isEmpty();
  }

  @Test
  void callsBeginOnlyWhenAnAgentIsReady() {
    List<UnaryOperator<Desk>> busy =
        List.of(
            desk -> Desk.empty(NOW),
            desk -> desk.rest(at(2)),
            desk -> desk.dial(UNA, 1, at(2)),
            desk -> desk.dial(UNA, 1, at(2)).answered(at(3)).ended(at(4)));
    for (UnaryOperator<Desk> way : busy) {
      Desk desk = way.apply(ready);
      assertThat(desk.isFree()).isFalse();
      assertThatThrownBy(() -> desk.dial(UNA, 2, at(9))).isInstanceOf(NotNow.class);
      assertThatThrownBy(() -> desk.show(UNA)).isInstanceOf(NotNow.class);
    }
  }

  @Test
  void aWrapUpEndsOnlyWhenItIsMarkedOrWhenTheCampaignsLimitHasPassed() {
    Desk wrapUp = ready.dial(UNA, 40, at(5)).answered(at(9)).ended(at(60));
    assertThatThrownBy(() -> wrapUp.finish(at(70)))
        .isInstanceOf(NotNow.class)
        .hasMessage("Mark how the call ended first.");
    assertThat(wrapUp.isWrapUpOver(Optional.empty(), at(9_999))).as("no limit").isFalse();
    Optional<Duration> limit = Optional.of(Duration.ofSeconds(30));
    assertThat(wrapUp.isWrapUpOver(limit, at(89))).isFalse();
    assertThat(wrapUp.isWrapUpOver(limit, at(90))).isTrue();
    assertThat(wrapUp.wrapUpOver(at(90)).isFree()).isTrue();
  }

  @Test
  void nobodyLeavesInTheMiddleOfACall() {
    Desk talking = ready.dial(UNA, 40, at(5)).answered(at(9));
    assertThatThrownBy(() -> talking.signOff(at(10)))
        .isInstanceOf(NotNow.class)
        .hasMessageStartingWith("Finish the call in hand first");
    assertThat(ready.signOff(at(10)).state()).isEqualTo(AgentState.OFFLINE);
  }

  @Test
  void whoComesBackFindsTheCallThatIsNotMarked() {
    CallInHand lost = UNA.dialled(40).answered(at(3)).ended(at(8));
    Desk back = Desk.empty(at(20)).signOn(at(20)).resume(lost, at(20));
    assertThat(back.state()).isEqualTo(AgentState.WRAP_UP);
    Desk done = back.mark(new Choice(AGREED, Optional.empty())).finish(at(30));
    assertThat(done.state()).as("nothing comes before they say so").isEqualTo(AgentState.BREAK);
  }

  @Test
  void onlySomebodyWhoTalksCanBeHeld() {
    Desk talking = ready.dial(UNA, 40, at(5)).answered(at(9));
    assertThat(talking.hold(true).call().orElseThrow().held()).isTrue();
    assertThat(talking.hold(true).ended(at(20)).call().orElseThrow().held()).isFalse();
    assertThatThrownBy(() -> ready.hold(true)).isInstanceOf(NotNow.class);
  }

  @Test
  void aFollowUpWithoutATimeIsNone() {
    AgentOutcome again = AgentContent.USUAL.outcome("2").orElseThrow();
    assertThatThrownBy(() -> new Choice(again, Optional.empty()))
        .isInstanceOf(IllegalArgumentException.class);
  }

  private static Instant at(long seconds) {
    return NOW.plusSeconds(seconds);
  }
}
