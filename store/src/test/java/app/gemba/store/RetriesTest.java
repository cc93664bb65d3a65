package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.pacing.Pace;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Second tries, through the book of attempts. */
class RetriesTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Instant AN_HOUR_LATER = NOW.plus(Duration.ofMinutes(60));
  private static final Optional<Long> NOBODY = Optional.empty();

  @TempDir Path folder;
  private TemporaryHouse house;
  private AttemptStore book;
  private long list;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    book = new AttemptStore(house.store);
    list = house.listOf(3);
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void whoIsAwayIsTriedAgainAfterItsTimeAndNoOftenerThanThePlanSays() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 1);
    Claim first = stepAt(campaign, NOW, 1).claims().get(0);
    hear(first, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW);
    assertThat(states(campaign)).isEqualTo(Map.of(PersonState.HELD, 1L, PersonState.WAITING, 2L));
    stepAt(campaign, NOW, 2);
    assertThat(stepAt(campaign, NOW.plusSeconds(3_500), 5).claims()).isEmpty();
    Claim second = stepAt(campaign, AN_HOUR_LATER, 5).claims().get(0);
    assertThat(second.to()).isEqualTo(first.to());
    assertThat(house.number("select try from attempt where id = ?", second.attemptId()))
        .isEqualTo(2);
    hear(second, PartState.EXPIRED, Outcome.HANDSET_AWAY, AN_HOUR_LATER);
    assertThat(states(campaign))
        .isEqualTo(Map.of(PersonState.EXPIRED, 1L, PersonState.IN_FLIGHT, 2L));
  }

  @Test
  void aCampaignStaysOpenAsLongAsSomebodyInFlightMayBeTriedAgain() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 1);
    List<Claim> claims = stepAt(campaign, NOW, 5).claims();
    assertThat(finishes(stepAt(campaign, NOW, 5))).isFalse();
    claims.forEach(claim -> hear(claim, PartState.DELIVERED, Outcome.UNKNOWN, NOW));
    assertThat(finishes(stepAt(campaign, NOW, 5))).isTrue();
  }

  @Test
  void theNextTryGoesToThePersonsOtherNumberUnlessThatIsSomebodyElses() {
    PeopleEdits edits = new PeopleEdits(house.store);
    edits.addNumber(1, TemporaryHouse.number(50), NOBODY, NOW);
    edits.addNumber(2, TemporaryHouse.number(0), NOBODY, NOW);
    Launched campaign = running(RetryPlan.Numbers.NEXT, 2);
    List<Claim> claims = stepAt(campaign, NOW, 5).claims();
    claims.forEach(claim -> hear(claim, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW));
    assertThat(stepAt(campaign, AN_HOUR_LATER, 5).claims())
        .extracting(Claim::to)
        .containsExactlyInAnyOrder(
            TemporaryHouse.e164(50), TemporaryHouse.e164(1), TemporaryHouse.e164(2));
  }

  @Test
  void aLateDeliveryOfTheFirstTryIsWhatCounts() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 2);
    Claim first = stepAt(campaign, NOW, 1).claims().get(0);
    hear(first, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW);
    hear(first, PartState.DELIVERED, Outcome.UNKNOWN, NOW);
    assertThat(states(campaign)).containsEntry(PersonState.REACHED, 1L);
    assertThat(stepAt(campaign, AN_HOUR_LATER, 5).claims()).hasSize(2);
  }

  @Test
  void aFailureOfTheSecondTryDoesNotUndoALateDeliveryOfTheFirst() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 1);
    Claim first = stepAt(campaign, NOW, 1).claims().get(0);
    hear(first, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW);
    stepAt(campaign, NOW, 2);
    Claim second = stepAt(campaign, AN_HOUR_LATER, 5).claims().get(0);
    hear(first, PartState.DELIVERED, Outcome.UNKNOWN, AN_HOUR_LATER);
    hear(second, PartState.EXPIRED, Outcome.HANDSET_AWAY, AN_HOUR_LATER);
    assertThat(states(campaign)).containsEntry(PersonState.REACHED, 1L);
  }

  @Test
  void whoOptsOutMeanwhileIsRefusedWhenTheirTryIsDue() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 1);
    Claim first = stepAt(campaign, NOW, 1).claims().get(0);
    hear(first, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW);
    book.recordIncoming(
        new WireEvent.Incoming(Channel.SMS, first.to(), "+12075550100", "STOP"),
        true,
        NOW.plusSeconds(60));
    stepAt(campaign, NOW, 2);
    AttemptStore.Stepped later = stepAt(campaign, AN_HOUR_LATER, 5);
    assertThat(later.claims()).isEmpty();
    assertThat(states(campaign)).containsEntry(PersonState.REFUSED, 1L);
  }

  @Test
  void aStoppedCampaignSaysThatTheyWereNotReached() {
    Launched campaign = running(RetryPlan.Numbers.SAME, 1);
    Claim first = stepAt(campaign, NOW, 1).claims().get(0);
    hear(first, PartState.EXPIRED, Outcome.HANDSET_AWAY, NOW);
    book.advance(campaign.id(), CampaignAct.STOP, NOW);
    assertThat(states(campaign))
        .isEqualTo(Map.of(PersonState.NOT_REACHED, 1L, PersonState.CANCELLED, 2L));
  }

  private Launched running(RetryPlan.Numbers numbers, int times) {
    RetryPlan plan =
        new RetryPlan(List.of(new RetryPlan.Rule(OutcomeClass.NOT_NOW, times, 60, numbers)));
    return house.running(list, "Boats from 1 December.", Optional.of(plan));
  }

  private AttemptStore.Stepped stepAt(Launched campaign, Instant now, int atMost) {
    Brief brief = campaign.brief();
    Run run =
        new Run(
            house.verdicts,
            brief.terms(TemporaryHouse.ZONE),
            brief.composer(),
            Pace.perMinute(60_000, now));
    return book.step(campaign, atMost, now, looked -> run.step(looked, now).commands());
  }

  private static boolean finishes(AttemptStore.Stepped stepped) {
    return TemporaryHouse.count(stepped, RunCommand.Finish.class) > 0;
  }

  private void hear(Claim claim, PartState end, Outcome reason, Instant now) {
    String id = "m" + claim.attemptId();
    book.record(
        List.of(
            new WireEvent.Accepted(new PartRef(claim.attemptId(), 0), id),
            new WireEvent.Receipt(id, Optional.empty(), claim.to(), end, reason, end.name())),
        now);
  }

  private Map<PersonState, Long> states(Launched campaign) {
    Map<PersonState, Long> states = new TreeMap<>();
    new ReportStore(house.store)
        .tallies(campaign.id())
        .forEach(tally -> states.merge(tally.state(), tally.people(), Long::sum));
    return states;
  }
}
