package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.PartReference;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AttemptsTest {
  private static final String SHORT = "Marram Ferries: boats from 1 December.";
  private static final String LONG = SHORT.repeat(6);

  @TempDir Path folder;
  private TemporaryHouse house;
  private AttemptStore book;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    book = new AttemptStore(house.store);
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void everybodyIsClaimedOnceAndThenTheRunIsOver() {
    Launched campaign = house.running(house.listOf(25), SHORT);
    List<String> to = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      house.step(campaign, 10).claims().forEach(claim -> to.add(claim.to()));
    }
    assertThat(to).hasSize(25).doesNotHaveDuplicates();
    assertThat(TemporaryHouse.count(house.step(campaign, 10), RunCommand.Finish.class))
        .isEqualTo(1);
    assertThat(new CampaignStore(house.store).get(campaign.id()).state())
        .isEqualTo(CampaignState.FINISHED);
  }

  @Test
  void theDatabaseItselfForbidsASecondAttemptOfTheSameTry() {
    Launched campaign = house.running(house.listOf(1), SHORT);
    house.step(campaign, 1);
    assertThatThrownBy(
            () ->
                write(
                    """
                    insert into attempt (campaign_id, member_id, number_id, try, text, segments,
                      cost_micros, claimed_at, ledger_position, campaign_version)
                    select campaign_id, member_id, number_id, 1, text, 1, 0, claimed_at, 0, 1
                    from attempt
                    """))
        .hasMessageContaining("UNIQUE");
  }

  @Test
  void receiptsTwiceLateOrOutOfOrderComeToTheSame() {
    Launched campaign = house.running(house.listOf(40), LONG);
    List<Claim> claims = house.step(campaign, 40).claims();
    assertThat(claims.get(0).send().message().parts()).isEqualTo(2);
    List<WireEvent> events = new ArrayList<>();
    for (Claim claim : claims) {
      boolean gone = claim.attemptId() % 5 == 0;
      for (int part = 0; part < 2; part++) {
        String id = "m" + claim.attemptId() + "-" + part;
        events.add(new WireEvent.Accepted(new PartRef(claim.attemptId(), part), id));
        events.add(receipt(id, claim.to(), gone ? PartState.FAILED : PartState.DELIVERED));
        events.add(receipt(id, claim.to(), PartState.ACCEPTED));
      }
    }
    List<WireEvent> heard = new ArrayList<>(events);
    heard.addAll(events);
    Collections.shuffle(heard, new Random(11));
    book.record(heard, TemporaryHouse.NOW);
    assertThat(states(campaign.id()))
        .isEqualTo(Map.of(PersonState.REACHED, 32L, PersonState.FAILED, 8L));
    assertThat(house.number("select count(*) from wire_event")).isEqualTo(heard.size());
  }

  @Test
  void aReceiptSettlesWhatWasUnconfirmedByItsReference() {
    Launched campaign = house.running(house.listOf(2), SHORT);
    List<Claim> claims = house.step(campaign, 2).claims();
    assertThat(book.unconfirmClaimed(TemporaryHouse.NOW)).isEqualTo(2);
    assertThat(states(campaign.id())).isEqualTo(Map.of(PersonState.UNCONFIRMED, 2L));
    PartRef part = new PartRef(claims.get(0).attemptId(), 0);
    book.record(
        List.of(
            new WireEvent.Receipt(
                "late",
                Optional.of(PartReference.of(part)),
                claims.get(0).to(),
                PartState.DELIVERED,
                Outcome.UNKNOWN,
                "DELIVRD")),
        TemporaryHouse.NOW);
    assertThat(states(campaign.id()))
        .isEqualTo(Map.of(PersonState.REACHED, 1L, PersonState.UNCONFIRMED, 1L));
    assertThat(house.step(campaign, 10).claims()).as("never resent by itself").isEmpty();
  }

  @Test
  void aPersonDecidesWhatTheNetworkCannotSay() {
    Launched campaign = house.running(house.listOf(2), LONG);
    house.step(campaign, 2);
    book.unconfirmClaimed(TemporaryHouse.NOW);
    ReportStore reports = new ReportStore(house.store);
    reports.decide(campaign.id(), 1, true, Optional.empty(), TemporaryHouse.NOW);
    reports.decide(campaign.id(), 2, false, Optional.empty(), TemporaryHouse.NOW);
    assertThat(states(campaign.id()))
        .isEqualTo(Map.of(PersonState.REACHED, 1L, PersonState.FAILED, 1L));
    assertThatThrownBy(
            () -> reports.decide(campaign.id(), 1, true, Optional.empty(), TemporaryHouse.NOW))
        .isInstanceOf(Refused.class);
  }

  @Test
  void whatNeverLeftIsNoTryAndCostsNothing() {
    Launched campaign = house.running(house.listOf(3), SHORT);
    List<Claim> claims = house.step(campaign, 3).claims();
    stop(claims.get(0).to());
    claims.forEach(
        claim ->
            book.record(List.of(new WireEvent.Withdrawn(claim.attemptId())), TemporaryHouse.NOW));
    assertThat(states(campaign.id()))
        .isEqualTo(Map.of(PersonState.REFUSED, 1L, PersonState.WAITING, 2L));
    assertThat(new CampaignStore(house.store).get(campaign.id()).costMicros()).isZero();
    assertThat(house.step(campaign, 3).claims()).hasSize(2);
    assertThat(
            new ReportStore(house.store)
                .people(campaign.id(), ReportStore.Part.WHOLE, 0, 10)
                .items())
        .as("each person once in the table")
        .hasSize(3);
  }

  @Test
  void stopHoldsForThatNumberOnEveryCampaignFromThenOn() {
    Launched campaign = house.running(house.listOf(5), SHORT);
    stop(TemporaryHouse.e164(3));
    AttemptStore.Stepped stepped = house.step(campaign, 10);
    assertThat(stepped.claims()).hasSize(4).noneMatch(c -> c.to().equals(TemporaryHouse.e164(3)));
    assertThat(states(campaign.id())).containsEntry(PersonState.REFUSED, 1L);
    assertThat(house.number("select count(*) from consent_record where word = 'NO'")).isEqualTo(8);
    stop(TemporaryHouse.e164(3));
    assertThat(house.number("select count(*) from suppression")).isEqualTo(1);
  }

  @Test
  void aStoppedCampaignCancelsWhoWaitsAndClaimsNobody() {
    Launched campaign = house.running(house.listOf(8), SHORT);
    house.step(campaign, 3);
    book.advance(campaign.id(), CampaignAct.STOP, TemporaryHouse.NOW);
    assertThat(house.step(campaign, 10).claims()).isEmpty();
    assertThat(states(campaign.id()))
        .isEqualTo(Map.of(PersonState.IN_FLIGHT, 3L, PersonState.CANCELLED, 5L));
  }

  @Test
  void whateverIsHeardTheAudienceAddsUp() {
    Launched campaign = house.running(house.listOf(60), LONG);
    List<Claim> claims = new ArrayList<>();
    Random random = new Random(23);
    for (int turn = 0; turn < 120; turn++) {
      if (random.nextInt(3) == 0) {
        claims.addAll(house.step(campaign, 3).claims());
      }
      if (!claims.isEmpty()) {
        Claim claim = claims.get(random.nextInt(claims.size()));
        book.record(List.of(anything(random, claim)), TemporaryHouse.NOW);
      }
      assertThat(states(campaign.id()).values().stream().mapToLong(n -> n).sum()).isEqualTo(60);
    }
    assertThat(tallied(campaign.id())).isEqualTo(counted(campaign.id()));
  }

  @Test
  void aLaunchIsOneHoweverOftenItIsAskedFor() {
    long list = house.listOf(1);
    CampaignStore campaigns = new CampaignStore(house.store);
    new SenderStore(house.store)
        .add(
            "+12075550100",
            SenderStore.SenderTerms.ofTexts("Office", 1, Optional.empty()),
            Optional.empty(),
            TemporaryHouse.NOW);
    var draft =
        campaigns.add(TemporaryHouse.brief(1, list, SHORT), Optional.empty(), TemporaryHouse.NOW);
    assertThat(launch(campaigns, draft, "a")).isTrue();
    assertThat(launch(campaigns, draft, "a")).isFalse();
    assertThatThrownBy(() -> launch(campaigns, draft, "b")).isInstanceOf(Refused.class);
    assertThatThrownBy(
            () -> campaigns.change(draft.id(), draft.version(), draft.brief(), TemporaryHouse.NOW))
        .as("what is launched is not edited")
        .isInstanceOf(Refused.class);
  }

  @Test
  void oneOfTwoWhoEditTheSameDraftIsTold() {
    long list = house.listOf(1);
    CampaignStore campaigns = new CampaignStore(house.store);
    new SenderStore(house.store)
        .add(
            "+12075550100",
            SenderStore.SenderTerms.ofTexts("Office", 1, Optional.empty()),
            Optional.empty(),
            TemporaryHouse.NOW);
    var draft =
        campaigns.add(TemporaryHouse.brief(1, list, SHORT), Optional.empty(), TemporaryHouse.NOW);
    campaigns.change(draft.id(), draft.version(), draft.brief(), TemporaryHouse.NOW);
    assertThatThrownBy(
            () -> campaigns.change(draft.id(), draft.version(), draft.brief(), TemporaryHouse.NOW))
        .isInstanceOfSatisfying(
            Refused.class, e -> assertThat(e.kind()).isEqualTo(Refused.Kind.STALE));
  }

  private static boolean launch(CampaignStore campaigns, CampaignStore.Campaign draft, String key) {
    return campaigns.launch(
        draft.id(),
        TemporaryHouse.terms(draft.version(), key),
        Optional.empty(),
        TemporaryHouse.NOW);
  }

  private static WireEvent anything(Random random, Claim claim) {
    PartRef part = new PartRef(claim.attemptId(), random.nextInt(2));
    String id = "m" + part.attemptId() + "-" + part.part();
    PartState[] ends = {
      PartState.ACCEPTED, PartState.DELIVERED, PartState.FAILED, PartState.EXPIRED
    };
    return switch (random.nextInt(5)) {
      case 0 -> new WireEvent.Rejected(part, Outcome.NETWORK_REFUSED, "");
      case 1 -> new WireEvent.Unanswered(part);
      case 2 -> new WireEvent.Accepted(part, id);
      default -> receipt(id, claim.to(), ends[random.nextInt(ends.length)]);
    };
  }

  private static WireEvent receipt(String id, String to, PartState state) {
    return new WireEvent.Receipt(
        id, Optional.empty(), to, state, Outcome.NUMBER_GONE, state.name());
  }

  private void stop(String from) {
    book.recordIncoming(
        new WireEvent.Incoming(Channel.SMS, from, "+12075550100", "Stop."),
        true,
        TemporaryHouse.NOW);
  }

  private Map<PersonState, Long> states(long campaign) {
    Map<PersonState, Long> states = new TreeMap<>();
    new ReportStore(house.store)
        .tallies(campaign)
        .forEach(tally -> states.merge(tally.state(), tally.people(), Long::sum));
    return states;
  }

  private List<Long> tallied(long campaign) {
    return byState("select coalesce(sum(people), 0) from audience_tally", campaign);
  }

  private List<Long> counted(long campaign) {
    return byState("select count(*) from audience_member", campaign);
  }

  private List<Long> byState(String select, long campaign) {
    return IntStream.range(0, PersonState.values().length)
        .mapToObj(
            i ->
                house.number(
                    select + " where campaign_id = ? and state = ?",
                    campaign,
                    PersonState.values()[i]))
        .toList();
  }

  private void write(String sql) {
    house.store.writer().write(Urgency.DESK, db -> Sql.update(db, sql));
  }
}
