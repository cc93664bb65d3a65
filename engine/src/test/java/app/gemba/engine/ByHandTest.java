package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Message;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.Standing;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/** Steps in which somebody looks at each person before anything leaves. */
class ByHandTest {
  private static final Instant NOW = Instant.parse("2026-11-17T15:00:00Z");
  private final Launched campaign =
      new BookInMemory(0).byAgents(CallContent.BY_AGENTS.agents().orElseThrow());

  @Test
  void whoIsInHandIsNotLookedAtAgain() {
    RunEvent.Looked looked = step(true, Set.of(1L, 3L)).without(looked(1, 2, 3, 4, 5), 2, NOW);
    assertThat(looked.candidates()).extracting(Candidate::position).containsExactly(2L, 4L);
  }

  @Test
  void aCampaignIsNotOverWhileSomebodyIsInHand() {
    RunEvent.Looked looked = step(true, Set.of(1L)).without(looked(1), 3, NOW);
    assertThat(looked.candidates()).isEmpty();
    assertThat(looked.awaiting()).isTrue();
    assertThat(looked.nextHeldUntil()).contains(NOW.plusSeconds(1));
    RunEvent.Looked nobody = step(true, Set.of()).without(looked(), 3, NOW);
    assertThat(nobody.awaiting()).as("else it may end").isFalse();
  }

  @Test
  void whoIsClearIsOfferedAndAllElseHappensAsEver() {
    RunCommand.Hold hold =
        new RunCommand.Hold(person(2), Optional.of(NOW), List.of(ReasonCode.CONTACT_HOURS));
    List<RunCommand> commands = List.of(send(1), hold, send(3));
    ByHand shown = step(true, Set.of());
    assertThat(shown.withheld(commands)).containsExactly(hold);
    assertThat(shown.offers()).extracting(Candidate::position).containsExactly(1L, 3L);
    ByHand dialled = step(false, Set.of());
    assertThat(dialled.withheld(commands)).isEqualTo(commands);
    assertThat(dialled.offers()).isEmpty();
  }

  private ByHand step(boolean shown, Set<Long> inHand) {
    return ByHand.of(new Desks(shown, inHand), campaign);
  }

  private static RunEvent.Looked looked(long... positions) {
    List<Candidate> people = LongStream.of(positions).mapToObj(ByHandTest::person).toList();
    return new RunEvent.Looked(people, people.size(), Optional.empty(), false);
  }

  private static Candidate person(long position) {
    Standing known = new Standing(Optional.empty(), false, false, Agreement.YES);
    return new Candidate(position, known, Map.of());
  }

  private static RunCommand.Send send(long position) {
    return new RunCommand.Send(
        person(position), new Message.Spoken("Good morning.", Duration.ofSeconds(9)));
  }

  /** A way out that only says who is where. */
  private record Desks(boolean shown, Set<Long> inHand) implements Outlet {
    @Override
    public boolean isByHand(Launched campaign) {
      return shown;
    }

    @Override
    public Set<Long> inHand(Launched campaign) {
      return inHand;
    }

    @Override
    public int room(Launched campaign) {
      return 1;
    }

    @Override
    public void send(Launched campaign, Claim claim) {
      throw new AssertionError("nothing leaves here");
    }

    @Override
    public void stopCampaign(long campaign) {
      throw new AssertionError("nothing is stopped here");
    }

    @Override
    public boolean isConnected() {
      return true;
    }

    @Override
    public void onChange(Runnable runnable) {
      // Nothing changes.
    }
  }
}
