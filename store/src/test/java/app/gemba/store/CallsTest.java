package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.CallContent.KeyAct;
import app.gemba.core.channel.CallContent.KeyUse;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.Tariff;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallReport;
import app.gemba.core.voice.Key;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Mark;
import app.gemba.core.voice.Tones;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class CallsTest {
  /** Two thousandths a call, fourteen a minute, in steps of six seconds. */
  private static final Tariff TARIFF = new Tariff(0, 0, 2_000, 14_000, 6);

  private static final CallContent KEYS =
      new CallContent(
          Optional.empty(),
          0,
          List.of(new KeyUse("3", KeyAct.CALL_LATER), new KeyUse("9", KeyAct.OPT_OUT)),
          45,
          true,
          true,
          5,
          Optional.empty(),
          Optional.empty());

  @TempDir Path root;
  private TemporaryHouse house;
  private AttemptStore book;
  private Launched campaign;

  @BeforeEach
  void open() throws Exception {
    house = new TemporaryHouse(root);
    book = new AttemptStore(house.store);
    long list = house.listOf(4);
    agreeToCalls(4);
    campaign = house.calling(list, "Marram Ferries: the pier is closed.", KEYS, TARIFF);
  }

  @AfterEach
  void close() throws Exception {
    house.close();
  }

  @ParameterizedTest
  @EnumSource(Outcome.class)
  void everyOutcomePutsAPersonInOnePlaceAndTheyAddUp(Outcome outcome) {
    Claim claim = house.step(campaign, 1).claims().get(0);
    end(claim, outcome, 10_000);
    assertThat(total()).isEqualTo(4);
    Optional<PersonState> is = stateOf(claim);
    if (outcome == Outcome.ASKED_FOR_LATER) {
      assertThat(is).contains(PersonState.HELD);
    } else if (outcome == Outcome.TALKED_NOT_MARKED) {
      assertThat(is).as("until the agent has marked it").contains(PersonState.IN_FLIGHT);
    } else {
      assertThat(is.map(state -> state == PersonState.REACHED))
          .contains(outcome.kind().isReached());
    }
  }

  @Test
  void aCallIsPaidForWhatItTookAndNotForWhatWasSetAside() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    long aside = cost();
    assertThat(aside).as("set aside").isGreaterThan(2_000);
    end(claim, Outcome.HEARD_WHOLE, 6_001);
    assertThat(cost()).isEqualTo(2_000 + 2 * 1_400);
    end(claim, Outcome.HEARD_WHOLE, 60_000);
    assertThat(cost()).as("told twice").isEqualTo(2_000 + 2 * 1_400);
    Claim unanswered = house.step(campaign, 1).claims().get(0);
    end(unanswered, Outcome.BUSY, 0);
    assertThat(cost()).isEqualTo(2_000 + 2 * 1_400 + 2_000);
  }

  @Test
  void whoAsksForLaterIsHeldUntilThenAndTheCampaignStaysOpen() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    end(claim, Outcome.ASKED_FOR_LATER, 8_000);
    Instant due =
        Instant.parse(
            house.store.read(
                db ->
                    Sql.first(
                            db,
                            "select due from audience_member where state = 'HELD'",
                            row -> row.getString(1))
                        .orElseThrow()));
    assertThat(due).isEqualTo(TemporaryHouse.NOW.plus(Duration.ofMinutes(45)));
    house.step(campaign, 10).claims().forEach(one -> end(one, Outcome.HEARD_WHOLE, 9_000));
    AttemptStore.Stepped nobody = house.step(campaign, 10);
    assertThat(nobody.claims()).isEmpty();
    assertThat(TemporaryHouse.count(nobody, RunCommand.Finish.class)).isZero();
  }

  @Test
  void anOptOutByAKeyHoldsOnAllChannels() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    book.recordKeyOptOut(claim.attemptId(), "9", TemporaryHouse.NOW);
    end(claim, Outcome.OPTED_OUT_BY_KEY, 8_000);
    assertThat(house.number("select count(*) from suppression where channel is null")).isEqualTo(1);
    assertThat(
            house.number(
                "select count(*) from consent_state s join number n on n.id = s.number_id"
                    + " where n.e164 = ? and s.word = 'NO'",
                claim.to()))
        .as("on four channels, for two purposes")
        .isEqualTo(8);
    assertThat(house.number("select opt_outs from campaign_total")).isEqualTo(1);
    Launched texts = house.running(list(), "Marram Ferries: boats run.");
    List<String> texted = house.step(texts, 10).claims().stream().map(Claim::to).toList();
    assertThat(texted).hasSize(3).doesNotContain(claim.to());
  }

  @Test
  void aCallThatCouldNotBeMadeCostsNothing() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    assertThat(cost()).isPositive();
    WireEvent.PartRef call = new WireEvent.PartRef(claim.attemptId(), 0);
    book.record(
        List.of(new WireEvent.Rejected(call, Outcome.NETWORK_REFUSED, "its sound was not made")),
        TemporaryHouse.NOW);
    assertThat(cost()).isZero();
    assertThat(house.number("select cost_micros from attempt")).isZero();
    assertThat(stateOf(claim)).contains(PersonState.FAILED);
  }

  @Test
  void aCallThatWasUnderWayWhenTheProcessEndedIsNeverMadeAgain() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    assertThat(book.unconfirmClaimed(TemporaryHouse.NOW)).isEqualTo(1);
    assertThat(stateOf(claim)).contains(PersonState.UNCONFIRMED);
    List<String> called = house.step(campaign, 10).claims().stream().map(Claim::to).toList();
    assertThat(called).hasSize(3).doesNotContain(claim.to());
  }

  @Test
  void aCallAndItsSoundAreFoundAgain() throws Exception {
    Claim claim = house.step(campaign, 1).claims().get(0);
    end(claim, Outcome.CONFIRMED, 9_400);
    CallStore.Call call = new CallStore(house.store).get(claim.attemptId()).orElseThrow();
    assertThat(call.outcome()).isEqualTo(Outcome.CONFIRMED);
    assertThat(call.answeredMillis()).isEqualTo(9_400);
    assertThat(call.key()).isEqualTo("1");
    assertThat(call.marks()).extracting(Mark::kind).containsExactly(Mark.Kind.ANSWERED);
    assertThat(
            new CallStore(house.store).ofMember(campaign.id(), claim.send().candidate().position()))
        .containsExactly(call);
    SoundStore sounds = new SoundStore(house.store, house.folder.part("recordings"));
    short[] tone = Tones.sound(List.of(440.0), -10, Duration.ofSeconds(1));
    assertThat(sounds.recording(claim.attemptId())).isEmpty();
    sounds.keepRecording(claim.attemptId(), tone, new short[100]);
    assertThat(sounds.recording(claim.attemptId()).orElseThrow().get(1)).hasSize(Line.RATE);
    SoundStore.Sound kept = sounds.add("a tone", tone, Optional.empty(), TemporaryHouse.NOW);
    assertThat(sounds.samples(kept.id())).isEqualTo(tone);
    assertThat(kept.seconds()).isEqualTo(1);
    assertThatThrownBy(() -> sounds.get(99)).hasMessage("There is no such sound.");
  }

  @Test
  void withoutAgreementNobodyIsCalledByARecordedVoice() {
    Launched others = house.calling(list(), "Marram Ferries again.", KEYS, TARIFF);
    assertThat(
            house.number("select count(*) from audience_member where campaign_id = ?", others.id()))
        .isEqualTo(4);
    long stranger = house.listOf(6);
    Launched strangers = house.calling(stranger, "Marram Ferries once more.", KEYS, TARIFF);
    assertThat(
            house.number(
                "select coalesce(sum(people), 0) from audience_tally where campaign_id = ?"
                    + " and reason = 'NO_VOICE_AGREEMENT'",
                strangers.id()))
        .isEqualTo(2);
  }

  private void end(Claim claim, Outcome outcome, long answeredMillis) {
    CallReport report =
        new CallReport(
            outcome,
            Duration.ofMillis(answeredMillis),
            Duration.ofSeconds(5),
            Duration.ofSeconds(6),
            Key.of('1'),
            CallCause.NORMAL_CLEARING,
            List.of(new Mark(800, Mark.Kind.ANSWERED, "")));
    book.record(List.of(new WireEvent.CallEnded(claim.attemptId(), report)), TemporaryHouse.NOW);
  }

  private Optional<PersonState> stateOf(Claim claim) {
    return house.store.read(
        db ->
            Sql.first(
                db,
                "select state from audience_member where id = ?",
                row -> PersonState.valueOf(row.getString(1)),
                claim.send().candidate().position()));
  }

  private long total() {
    return house.number("select sum(people) from audience_tally");
  }

  private long cost() {
    return house.number("select cost_micros from campaign_total");
  }

  private long list() {
    return house.number("select min(id) from list");
  }

  private void agreeToCalls(int people) {
    List<String> numbers =
        java.util.stream.IntStream.range(0, people).mapToObj(TemporaryHouse::e164).toList();
    new PeopleEdits(house.store)
        .agree(
            numbers,
            new PeopleEdits.Agreed(
                Channel.VOICE_BROADCAST,
                Set.of(app.gemba.core.consent.Purpose.SERVICE),
                "pass form",
                java.time.LocalDate.of(2026, 5, 1)),
            Optional.empty(),
            TemporaryHouse.NOW);
  }
}
