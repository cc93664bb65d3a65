package app.gemba.server.today;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Run;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.pacing.Pace;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.server.house.SenderRates;
import app.gemba.server.today.Lanes.Lane;
import app.gemba.store.AttemptStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
import app.gemba.store.SenderStore;
import app.gemba.store.Store;
import app.gemba.store.TimeStore;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LanesTest {
  private static final ZoneId NEW_YORK = ZoneId.of("America/New_York");

  /** Nine in the morning in New York. */
  private static final Instant NOW = Instant.parse("2026-11-17T14:00:00Z");

  private static final Instant SIX = NOW.minus(Duration.ofHours(3));
  private static final Instant TEN_AT_NIGHT = NOW.plus(Duration.ofHours(13));

  @TempDir Path root;
  private final Verdicts verdicts = new Verdicts(RulePack.general());
  private DataFolder folder;
  private Store store;
  private CampaignStore campaigns;
  private AttemptStore book;
  private Lanes lanes;

  @BeforeEach
  void open() throws IOException {
    folder = DataFolder.open(root.resolve("house"));
    store = Store.open(folder);
    HouseStore house = new HouseStore(store);
    house.change(
        new HouseStore.House("Marram Ferries", NEW_YORK, "US", "USD", 0), Optional.empty(), NOW);
    new SenderStore(store)
        .add(
            "+12075550100",
            SenderStore.SenderTerms.ofTexts("Office", 8_000, Optional.empty()),
            Optional.empty(),
            NOW);
    campaigns = new CampaignStore(store);
    book = new AttemptStore(store);
    lanes =
        new Lanes(
            campaigns,
            new TimeStore(store),
            house,
            new SenderRates(new SenderStore(store), campaigns),
            verdicts,
            Clock.fixed(NOW, ZoneOffset.UTC));
  }

  @AfterEach
  void close() throws IOException {
    store.close();
    folder.close();
  }

  @Test
  void aRunningCampaignShowsWhatWasDoneAndWhatIsPlanned() {
    long id = running(90, 6);
    sendSome(id, 12);
    Lane lane = only(SIX, TEN_AT_NIGHT);
    assertThat(lane.done().stream().mapToLong(TimeStore.Slot::sent).sum()).isEqualTo(12);
    assertThat(lane.plan().stream().mapToLong(Lanes.Planned::people).sum()).isEqualTo(78);
    // 78 people at 6 a minute: the last one leaves after 77 intervals of ten seconds.
    assertThat(lane.finish()).contains(NOW.plusSeconds(770));
  }

  @Test
  void theSendersRateSlowsThePlan() {
    SenderStore senders = new SenderStore(store);
    SenderStore.SenderTerms slow = SenderStore.SenderTerms.ofTexts("Office", 8_000, Optional.of(3));
    assertThat(senders.change(1, 1, slow, Optional.empty(), NOW).perMinute()).contains(3);
    running(10, 6);
    // Nine intervals of twenty seconds: the sender allows three a minute.
    assertThat(only(SIX, TEN_AT_NIGHT).finish()).contains(NOW.plusSeconds(180));
    assertThatThrownBy(() -> senders.change(1, 1, slow, Optional.empty(), NOW))
        .as("a stale change")
        .isInstanceOf(Refused.class);
  }

  @Test
  void lightFallsWhereSomebodyMayBeContacted() {
    running(3, 6);
    Lane lane = only(SIX, TEN_AT_NIGHT);
    // Campaign hours are 9 to 19 on the house's clock, within contact hours.
    assertThat(lane.open()).containsExactly(new Lanes.Span(NOW, NOW.plus(Duration.ofHours(10))));
  }

  @Test
  void aPausedCampaignPromisesNothing() {
    long id = running(30, 6);
    sendSome(id, 3);
    campaigns.act(id, CampaignAct.PAUSE, Optional.empty(), NOW);
    Lane lane = only(SIX, TEN_AT_NIGHT);
    assertThat(lane.state()).isEqualTo(CampaignState.PAUSED);
    assertThat(lane.plan()).isEmpty();
    assertThat(lane.finish()).isEmpty();
  }

  @Test
  void anotherDayShowsOnlyWhatHappensThen() {
    long id = running(30, 6);
    sendSome(id, 30);
    book.advance(id, CampaignAct.FINISH, NOW);
    assertThat(lanes.between(SIX, TEN_AT_NIGHT)).hasSize(1);
    assertThat(lanes.between(SIX.plus(Duration.ofDays(1)), TEN_AT_NIGHT.plus(Duration.ofDays(1))))
        .isEmpty();
  }

  private Lane only(Instant from, Instant to) {
    List<Lane> all = lanes.between(from, to);
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  private void sendSome(long id, int count) {
    Launched campaign = launched(id);
    Run run =
        new Run(
            verdicts,
            campaign.brief().terms(NEW_YORK),
            campaign.brief().composer(),
            Pace.perMinute(6_000, NOW));
    book.step(campaign, count, NOW, looked -> run.step(looked, NOW).commands());
  }

  private long running(int people, int perMinute) {
    CampaignStore.Campaign draft = campaigns.add(brief(perMinute), Optional.empty(), NOW);
    List<PhoneNumber> typed =
        IntStream.range(0, people)
            .mapToObj(
                i ->
                    new PhoneNumber(
                        String.format("+1207555%04d", i), LineType.MOBILE, "US", Set.of(NEW_YORK)))
            .toList();
    campaigns.launch(
        draft.id(),
        new CampaignStore.LaunchTerms(
            draft.version(), "key", "general-1", "stand-in", Tariff.ofTexts(8_000), typed),
        Optional.empty(),
        NOW);
    Launched launched = launched(draft.id());
    while (!book.freezeSome(
        launched, NOW, who -> verdicts.of(who.standing(), launched.brief().terms(NEW_YORK), NOW))) {
      // Each turn freezes the next part.
    }
    book.advance(draft.id(), CampaignAct.BEGIN, NOW);
    return draft.id();
  }

  private Launched launched(long id) {
    return book.launched().stream().filter(one -> one.id() == id).findFirst().orElseThrow();
  }

  private static Brief brief(int perMinute) {
    return new Brief(
        "Winter timetable",
        Channel.SMS,
        Purpose.SERVICE,
        "Marram Ferries: boats from 1 December.",
        Map.of(),
        Optional.of(1L),
        List.of(),
        "+12075550000",
        LocalTime.of(9, 0),
        LocalTime.of(19, 0),
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.HOUSE,
        perMinute,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
