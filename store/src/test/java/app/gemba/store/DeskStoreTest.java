package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.Tariff;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.DeskBook.Unmarked;
import app.gemba.core.desk.Spell;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallReport;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** How calls of agents are kept, and what follows from their marking. */
class DeskStoreTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Instant TOMORROW = NOW.plus(Duration.ofDays(1));
  private static final Tariff TARIFF = new Tariff(0, 0, 2_000, 14_000, 6);

  @TempDir Path root;
  private TemporaryHouse house;
  private DeskStore desks;
  private AttemptStore book;
  private Launched campaign;
  private long list;
  private long una;

  @BeforeEach
  void open() throws Exception {
    house = new TemporaryHouse(root);
    desks = new DeskStore(house.store);
    book = new AttemptStore(house.store);
    list = house.listOf(4);
    campaign = house.calling(list, "This is Marram Ferries.", CallContent.BY_AGENTS, TARIFF);
    una = house.agent("una");
  }

  @AfterEach
  void close() throws Exception {
    house.close();
  }

  @Test
  void untilItIsMarkedAPersonIsInFlightAndTheCampaignStaysOpen() {
    Claim claim = talk();
    assertThat(state(claim)).isEqualTo(PersonState.IN_FLIGHT);
    assertThat(desks.unmarked(una))
        .extracting(Unmarked::attemptId)
        .containsExactly(claim.attemptId());
    desks.finish(claim.attemptId(), Optional.empty(), "", NOW);
    assertThat(state(claim)).isEqualTo(PersonState.REACHED);
    assertThat(reason(claim)).isEqualTo(Outcome.TALKED_NOT_MARKED.name());
    assertThat(desks.unmarked(una)).isEmpty();
  }

  @ParameterizedTest
  @EnumSource(Follow.class)
  void whatFollowsFromAMarkingFollowsOnce(Follow follow) {
    Claim claim = talk();
    Choice choice = choice(follow, 30);
    for (int twice = 0; twice < 2; twice++) {
      desks.finish(claim.attemptId(), Optional.of(choice), "a note", NOW);
    }
    assertThat(house.number("select sum(people) from audience_tally")).isEqualTo(4);
    assertThat(state(claim))
        .isEqualTo(
            switch (follow) {
              case DONE, SUPPRESS -> PersonState.REACHED;
              case RETRY, FOLLOW_UP -> PersonState.HELD;
              // There is no other number.
              case NEXT_NUMBER -> PersonState.FAILED;
            });
    assertThat(house.number("select count(*) from follow_up"))
        .isEqualTo(follow == Follow.FOLLOW_UP ? 1 : 0);
    assertThat(house.number("select count(*) from suppression"))
        .isEqualTo(follow == Follow.SUPPRESS ? 1 : 0);
    assertThat(house.number("select opt_outs from campaign_total"))
        .isEqualTo(follow == Follow.SUPPRESS ? 1 : 0);
    assertThat(house.number("select count(*) from wire_event where kind = 'marked'")).isEqualTo(1);
  }

  @Test
  void whoWantsNoMoreContactIsRefusedEverywhereFromThenOn() {
    Claim claim = talk();
    desks.finish(claim.attemptId(), Optional.of(choice(Follow.SUPPRESS, 0)), "", NOW);
    Launched texts = house.running(list, "Marram Ferries: boats run.");
    List<String> texted = house.step(texts, 10).claims().stream().map(Claim::to).toList();
    assertThat(texted).hasSize(3).doesNotContain(claim.to());
  }

  @Test
  void anOutcomeCanPutPeopleOnAList() {
    long groups = house.list("Spring groups").id();
    Claim claim = talk();
    AgentOutcome booked = new AgentOutcome("1", "Booked", Follow.DONE, 0, Optional.of(groups));
    desks.finish(claim.attemptId(), Optional.of(new Choice(booked, Optional.empty())), "", NOW);
    assertThat(new ListStore(house.store).get(groups).people()).isEqualTo(1);
    assertThat(reason(claim)).isEqualTo("TALKED/1");
  }

  @Test
  void aPromiseComesBackAtItsTimeBeforeEverybodyElse() {
    Claim first = talk();
    promise(first, NOW.plusSeconds(60));
    assertThat(house.step(campaign, 1, NOW).claims())
        .as("not before its time")
        .noneMatch(claim -> claim.to().equals(first.to()));
    List<Claim> due = house.step(campaign, 1, NOW.plusSeconds(60)).claims();
    assertThat(due).extracting(Claim::to).containsExactly(first.to());
    assertThat(desks.promisedBy(position(first))).contains(una);
    desks.dialled(due.get(0).attemptId(), una, NOW.plusSeconds(61));
    end(due.get(0), Outcome.NO_ANSWER);
    assertThat(state(first)).as("it rang once: the promise stands").isEqualTo(PersonState.HELD);
    assertThat(desks.promisedBy(position(first))).contains(una);
    Claim again = house.step(campaign, 1, NOW.plusSeconds(7_200)).claims().get(0);
    assertThat(again.to()).as("and comes first again").isEqualTo(first.to());
    desks.dialled(again.attemptId(), una, NOW.plusSeconds(7_201));
    desks.answered(again.attemptId(), NOW.plusSeconds(7_210));
    assertThat(house.number("select count(*) from follow_up where state = 'KEPT'")).isEqualTo(1);
    assertThat(desks.promisedBy(position(first))).isEmpty();
  }

  @Test
  void aStoppedCampaignKeepsNoPromiseAndSaysSo() {
    Claim claim = talk();
    promise(claim, TOMORROW);
    book.advance(campaign.id(), CampaignAct.STOP, NOW);
    assertThat(house.number("select count(*) from follow_up where state = 'CANCELLED'"))
        .isEqualTo(1);
    assertThat(state(claim)).isEqualTo(PersonState.NOT_REACHED);
    FollowUps promises = new FollowUps(house.store);
    assertThat(promises.open(Optional.empty(), "", 10).items()).isEmpty();
  }

  @Test
  void promisesAreListedPageByPageTheNextFirst() {
    Claim one = talk();
    Claim two = talk();
    Claim three = talk();
    promise(one, TOMORROW);
    promise(two, NOW.plusSeconds(600));
    promise(three, TOMORROW);
    FollowUps promises = new FollowUps(house.store);
    Page<FollowUps.FollowUp> page = promises.open(Optional.of(una), "", 2);
    assertThat(page.items())
        .extracting(FollowUps.FollowUp::number)
        .containsExactly(two.to(), one.to());
    Page<FollowUps.FollowUp> rest = promises.open(Optional.of(una), page.next().orElseThrow(), 2);
    assertThat(rest.items()).extracting(FollowUps.FollowUp::number).containsExactly(three.to());
    assertThat(rest.next()).isEmpty();
    assertThat(promises.open(Optional.of(una + 1), "", 2).items()).isEmpty();
    assertThat(promises.next(una)).contains(NOW.plusSeconds(600));
    assertThat(promises.openUntil(una, NOW.plusSeconds(600))).isEqualTo(1);
  }

  @Test
  void aCallThatWasCutOffByAKillIsFoundAgainWithItsMarkAndIsNeverMadeAgain() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    desks.dialled(claim.attemptId(), una, NOW);
    desks.answered(claim.attemptId(), NOW.plusSeconds(9));
    desks.keepMark(claim.attemptId(), Optional.of(choice(Follow.FOLLOW_UP, 0)), "wants Thursday");
    book.unconfirmClaimed(NOW.plusSeconds(30));
    assertThat(state(claim)).isEqualTo(PersonState.UNCONFIRMED);
    Unmarked found = desks.unmarked(una).get(0);
    assertThat(found.note()).isEqualTo("wants Thursday");
    assertThat(found.call().choice().flatMap(Choice::at)).contains(TOMORROW);
    assertThat(house.step(campaign, 10).claims()).noneMatch(one -> one.to().equals(claim.to()));
    desks.finish(claim.attemptId(), found.call().choice(), found.note(), NOW.plusSeconds(40));
    assertThat(state(claim)).isEqualTo(PersonState.HELD);
  }

  @Test
  void aCallThatGoesOnWithoutItsAgentNeedsNoMarking() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    desks.dialled(claim.attemptId(), una, NOW);
    desks.answered(claim.attemptId(), NOW);
    desks.handedOver(claim.attemptId(), "", NOW);
    assertThat(desks.unmarked(una)).isEmpty();
    end(claim, Outcome.LEFT_ON_MACHINE);
    assertThat(reason(claim)).isEqualTo(Outcome.LEFT_ON_MACHINE.name());
  }

  @Test
  void whoIsPutBackComesLater() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    book.record(List.of(new WireEvent.Withdrawn(claim.attemptId())), NOW);
    desks.putBack(position(claim), NOW.plusSeconds(1_800), NOW);
    assertThat(house.step(campaign, 10).claims())
        .hasSize(3)
        .noneMatch(one -> one.to().equals(claim.to()));
    assertThat(house.step(campaign, 10, NOW.plusSeconds(1_800)).claims())
        .extracting(Claim::to)
        .containsExactly(claim.to());
  }

  @Test
  void reportsAddUpToWhatWasDone() {
    SplittableRandom random = new SplittableRandom(7);
    long lior = house.agent("lior");
    long talked = 0;
    Instant at = NOW;
    List<Claim> claims = house.step(campaign, 4).claims();
    for (Claim claim : claims) {
      long agent = random.nextBoolean() ? una : lior;
      Duration talk = Duration.ofSeconds(random.nextInt(20, 4_000));
      desks.dialled(claim.attemptId(), agent, at);
      desks.answered(claim.attemptId(), at);
      desks.keepSpell(agent, campaign.id(), new Spell(AgentState.TALKING, at, at.plus(talk)));
      at = at.plus(talk);
      end(claim, Outcome.TALKED_NOT_MARKED);
      desks.finish(claim.attemptId(), Optional.of(choice(Follow.DONE, 0)), "", at);
      talked += talk.toMillis();
    }
    DeskReports reports = new DeskReports(house.store);
    List<DeskReports.Work> work = new ArrayList<>();
    reports.byAgent(campaign.id()).forEach(one -> work.add(one.work()));
    assertThat(work.stream().mapToLong(DeskReports.Work::calls).sum()).isEqualTo(4);
    assertThat(work.stream().mapToLong(DeskReports.Work::talkMillis).sum()).isEqualTo(talked);
    assertThat(
            reports.byHour(campaign.id()).stream().mapToLong(one -> one.work().talkMillis()).sum())
        .isEqualTo(talked);
    assertThat(reports.ended(campaign.id()).stream().mapToLong(DeskReports.Ended::calls).sum())
        .isEqualTo(4);
    assertThat(
            reports.since(una, NOW.minusSeconds(9_999)).calls()
                + reports.since(lior, NOW.minusSeconds(9_999)).calls())
        .isEqualTo(4);
  }

  private Claim talk() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    desks.dialled(claim.attemptId(), una, NOW);
    desks.answered(claim.attemptId(), NOW.plusSeconds(9));
    end(claim, Outcome.TALKED_NOT_MARKED);
    return claim;
  }

  private void promise(Claim claim, Instant at) {
    AgentOutcome again = AgentContent.USUAL.outcome("2").orElseThrow();
    desks.finish(claim.attemptId(), Optional.of(new Choice(again, Optional.of(at))), "", NOW);
  }

  private static Choice choice(Follow follow, int afterMinutes) {
    String key =
        AgentContent.USUAL.outcomes().stream()
            .filter(one -> one.follow() == follow)
            .map(AgentOutcome::key)
            .findFirst()
            .orElse("9");
    return new Choice(
        new AgentOutcome(key, "So", follow, afterMinutes, Optional.empty()),
        follow == Follow.FOLLOW_UP ? Optional.of(TOMORROW) : Optional.empty());
  }

  private void end(Claim claim, Outcome outcome) {
    CallReport report =
        new CallReport(
            outcome,
            Duration.ofSeconds(20),
            Duration.ZERO,
            Duration.ZERO,
            Optional.empty(),
            CallCause.NORMAL_CLEARING,
            List.of());
    book.record(List.of(new WireEvent.CallEnded(claim.attemptId(), report)), NOW);
  }

  private static long position(Claim claim) {
    return claim.send().candidate().position();
  }

  private PersonState state(Claim claim) {
    return PersonState.valueOf(column(claim, "state"));
  }

  private String reason(Claim claim) {
    return column(claim, "reason");
  }

  private String column(Claim claim, String name) {
    return house.store.read(
        db ->
            Sql.first(
                    db,
                    "select * from audience_member where id = ?",
                    row -> row.getString(name),
                    position(claim))
                .orElseThrow());
  }
}
