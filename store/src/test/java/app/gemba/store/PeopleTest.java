package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.Filter;
import app.gemba.core.people.SearchWords;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PeopleTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Optional<Long> NOBODY = Optional.empty();

  @TempDir Path folder;
  private TemporaryHouse house;
  private PeopleStore people;
  private PeopleEdits edits;
  private Optional<Long> tove;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    people = new PeopleStore(house.store);
    edits = new PeopleEdits(house.store);
    tove =
        Optional.of(
            new AccountStore(house.store)
                .add("tove", "Tove Brandt", "hash", "OPERATOR", false, NOBODY, NOW)
                .id());
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void everybodyIsFoundOnceHoweverTheListIsPaged() {
    long list = house.listOf(230);
    long after = 0;
    int seen = 0;
    Optional<String> next = Optional.of("0");
    while (next.isPresent()) {
      Page<PeopleStore.PersonRow> page =
          people.page(selection(Optional.of(list), "guest", ""), NOW, after, 50);
      assertThat(page.items()).isSortedAccordingTo((a, b) -> Long.compare(a.id(), b.id()));
      seen += page.items().size();
      next = page.next();
      after = next.map(Long::parseLong).orElse(0L);
    }
    assertThat(seen).isEqualTo(230);
  }

  @Test
  void peopleAreFoundByNameIdAndNumber() {
    house.listOf(30);
    assertThat(found("guest 17", "")).containsExactly("Guest 17");
    assertThat(found("mf-29", "")).containsExactly("Guest 29");
    assertThat(found("", "5550012")).containsExactly("Guest 12");
    assertThat(found("nobody", "")).isEmpty();
    assertThat(people.page(selection(Optional.of(999L), "guest", ""), NOW, 0, 10).items())
        .isEmpty();
  }

  @Test
  void aChangedNameIsFoundAndTheOldOneIsNot() {
    house.listOf(1);
    change(1, 1, "Wilma Hand");
    assertThat(found("wilma", "")).containsExactly("Wilma Hand");
    assertThat(found("guest", "")).isEmpty();
  }

  @Test
  void oneOfTwoWhoChangeTheSamePersonIsTold() {
    house.listOf(1);
    change(1, 1, "Wilma Hand");
    assertThatThrownBy(() -> change(1, 1, "Somebody Else"))
        .isInstanceOfSatisfying(
            Refused.class, e -> assertThat(e.kind()).isEqualTo(Refused.Kind.STALE));
    assertThat(people.person(1, NOW).name()).isEqualTo("Wilma Hand");
  }

  @Test
  void anIdBelongsToOnePerson() {
    house.listOf(2);
    assertThatThrownBy(
            () -> edits.change(1, new PeopleEdits.Details(1, "A", "", "MF-1", Map.of()), tove, NOW))
        .hasMessageContaining("somebody else");
  }

  @Test
  void whoIsAddedByHandIsMergedWithWhoHasTheNumberAndTheName() {
    long list = house.listOf(3);
    PersonDraft same = TemporaryHouse.draft("", "guest 1", 1);
    assertThat(edits.add(same, Optional.of(list), tove, NOW)).isEqualTo(2);
    PersonDraft another = TemporaryHouse.draft("", "Wilma Hand", 1);
    assertThat(edits.add(another, Optional.of(list), tove, NOW)).isEqualTo(4);
    assertThat(new ListStore(house.store).get(list).people()).isEqualTo(4);
  }

  @Test
  void suppressionHoldsEverywhereAndOnlyWhatWasDoneByHandIsTakenBack() {
    Launched campaign = house.running(house.listOf(3), "Boats from 1 December.");
    edits.suppress(1, "asked at the desk", Optional.empty(), tove, NOW);
    edits.suppress(1, "asked at the desk", Optional.empty(), tove, NOW);
    assertThat(house.number("select count(*) from suppression")).isEqualTo(1);
    assertThat(house.step(campaign, 10).claims())
        .extracting(Claim::to)
        .containsExactly(TemporaryHouse.e164(1), TemporaryHouse.e164(2));
    edits.unsuppress(1, tove, NOW.plusSeconds(1));
    assertThat(people.person(1, NOW.plusSeconds(2)).numbers())
        .noneMatch(PeopleStore.PersonNumber::suppressed);
    new AttemptStore(house.store)
        .recordIncoming(
            new WireEvent.Incoming(Channel.SMS, TemporaryHouse.e164(2), "+12075550100", "STOP"),
            true,
            NOW);
    assertThatThrownBy(() -> edits.unsuppress(3, tove, NOW))
        .hasMessageContaining("What a person asked for stays");
  }

  @Test
  void anAgreementIsRecordedWithItsEvidenceForEachNumber() {
    house.listOf(3);
    edits.agree(
        List.of(TemporaryHouse.e164(0), TemporaryHouse.e164(2)),
        new PeopleEdits.Agreed(
            Channel.SMS, EnumSet.of(Purpose.MARKETING), "sign-up sheet", LocalDate.of(2026, 11, 2)),
        tove,
        NOW);
    assertThat(people.person(1, NOW).agreements())
        .singleElement()
        .satisfies(
            line -> {
              assertThat(line.word()).isEqualTo("YES");
              assertThat(line.how()).isEqualTo("sign-up sheet");
              assertThat(line.saidOn()).contains("2026-11-02");
            });
    assertThat(people.person(2, NOW).agreements()).isEmpty();
  }

  @Test
  void whatHappenedIsKeptInSlotsOfTenMinutes() {
    Launched campaign = house.running(house.listOf(6), "Boats from 1 December.");
    List<Claim> claims = house.step(campaign, 6).claims();
    AttemptStore book = new AttemptStore(house.store);
    for (Claim claim : claims) {
      String id = "m" + claim.attemptId();
      book.record(
          List.of(new WireEvent.Accepted(new WireEvent.PartRef(claim.attemptId(), 0), id)), NOW);
      PartState end = claim.attemptId() == 1 ? PartState.FAILED : PartState.DELIVERED;
      book.record(
          List.of(
              new WireEvent.Receipt(
                  id, Optional.empty(), claim.to(), end, Outcome.NUMBER_GONE, "")),
          NOW.plusSeconds(700));
    }
    book.recordIncoming(
        new WireEvent.Incoming(Channel.SMS, TemporaryHouse.e164(4), "+12075550100", "Thanks!"),
        false,
        NOW.plusSeconds(1300));
    TimeStore times = new TimeStore(house.store);
    assertThat(times.slots(campaign.id(), NOW, NOW.plus(Duration.ofHours(1))))
        .containsExactly(
            new TimeStore.Slot(NOW, 6, 0, 0, 0),
            new TimeStore.Slot(NOW.plusSeconds(600), 0, 5, 1, 0),
            new TimeStore.Slot(NOW.plusSeconds(1200), 0, 0, 0, 1));
    assertThat(times.activeIn(NOW, NOW.plusSeconds(60))).containsExactly(campaign.id());
    assertThat(times.byList(campaign.id()).stream().mapToLong(TimeStore.ListTally::people).sum())
        .isEqualTo(6);
    assertThat(times.unreadCount()).isEqualTo(1);
    times.markRead(times.unread(10).get(0).id(), NOW);
    assertThat(times.unread(10)).isEmpty();
  }

  @Test
  void whoStillWaitsIsCountedByZone() {
    Launched campaign = house.running(house.listOf(9), "Boats from 1 December.");
    house.step(campaign, 4);
    assertThat(new TimeStore(house.store).waitingByZones(campaign.id()))
        .isEqualTo(Map.of(Set.of(ZoneId.of("America/New_York")), 5L));
  }

  @Test
  void peopleArePickedByHandOrFromAReport() {
    long list = house.listOf(5);
    Launched campaign = house.running(list, "Boats from 1 December.");
    house.step(campaign, 3);
    CampaignStore campaigns = new CampaignStore(house.store);
    var draft = campaigns.add(TemporaryHouse.brief(1, list, "x"), NOBODY, NOW);
    PickedPeople picks = new PickedPeople(house.store);
    picks.add(draft.id(), List.of(1L, 2L, 2L, 999L));
    assertThat(campaigns.get(draft.id()).picked()).isEqualTo(2);
    picks.addFrom(
        draft.id(),
        campaign.id(),
        new ReportStore.Part(
            Set.of(app.gemba.core.campaign.PersonState.IN_FLIGHT),
            Set.of(),
            Optional.of(list),
            Optional.empty()));
    assertThat(campaigns.get(draft.id()).picked()).isEqualTo(3);
    assertThat(picks.of(draft.id())).containsExactly(1L, 2L, 3L);
    picks.clear(draft.id());
    assertThat(campaigns.get(draft.id()).picked()).isZero();
  }

  @Test
  void aTextOfTheHouseIsKeptUntilItIsThrownAway() {
    TextIdeas ideas = new TextIdeas(house.store);
    long id = ideas.add("The pier is open again.", "after a closure", tove, NOW).id();
    assertThat(ideas.all()).extracting(TextIdeas.TextIdea::note).containsExactly("after a closure");
    ideas.remove(id);
    assertThat(ideas.all()).isEmpty();
  }

  private List<String> found(String typed, String digits) {
    return people.page(selection(Optional.empty(), typed, digits), NOW, 0, 10).items().stream()
        .map(PeopleStore.PersonRow::name)
        .toList();
  }

  private static Selection selection(Optional<Long> list, String typed, String digits) {
    return new Selection(
        Optional.empty(), list, Filter.EVERYBODY, SearchWords.ofQuery(typed), digits);
  }

  private void change(long id, int version, String name) {
    edits.change(id, new PeopleEdits.Details(version, name, "", "MF-0", Map.of()), tove, NOW);
  }
}
