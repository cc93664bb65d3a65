package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.people.Filter;
import app.gemba.core.people.Filter.Agreed;
import app.gemba.core.people.Filter.Comparison;
import app.gemba.core.people.Filter.Condition;
import app.gemba.core.people.Filter.ContactedWithin;
import app.gemba.core.people.Filter.FieldHolds;
import app.gemba.core.people.Filter.LastOutcome;
import app.gemba.core.people.Filter.OnList;
import app.gemba.core.people.Filter.Suppressed;
import app.gemba.core.people.Filter.Tagged;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeepingTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Optional<Long> NOBODY = Optional.empty();

  @TempDir Path folder;
  private TemporaryHouse house;
  private ListStore lists;
  private Acts acts;
  private PeopleStore people;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    lists = new ListStore(house.store);
    acts = new Acts(house.store);
    people = new PeopleStore(house.store);
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void listsAreCombinedOnAAndBAndNotOnC() {
    long a = house.listOf(10);
    long b = house.list("B").id();
    long c = house.list("C").id();
    act(Acts.Kind.PUT_ON_LIST, Selection.of(List.of(1L, 2L, 3L, 4L)), Optional.of(b), "");
    act(Acts.Kind.PUT_ON_LIST, Selection.of(List.of(3L, 9L)), Optional.of(c), "");
    assertThat(found(on(a), on(b), new OnList(true, Set.of(c)))).containsExactly(1L, 2L, 4L);
    assertThat(found(new OnList(false, Set.of(b, c)))).containsExactly(1L, 2L, 3L, 4L, 9L);
  }

  @Test
  void schoolsThatAgreedAndWereNotContactedForAMonth() {
    long list = house.listOf(6);
    act(Acts.Kind.TAG, Selection.of(List.of(1L, 2L, 3L, 4L)), Optional.empty(), "School");
    new PeopleEdits(house.store)
        .agree(
            List.of(TemporaryHouse.e164(0), TemporaryHouse.e164(1), TemporaryHouse.e164(2)),
            new PeopleEdits.Agreed(
                Channel.WHATSAPP, Set.of(Purpose.MARKETING), "form", java.time.LocalDate.EPOCH),
            NOBODY,
            NOW);
    Launched campaign = house.running(list, "Boats from 1 December.");
    house.step(campaign, 2);
    Condition[] wanted = {
      new Tagged(false, Set.of("school")),
      new Agreed(false, Channel.WHATSAPP, Purpose.MARKETING, Agreement.YES),
      new ContactedWithin(true, 30)
    };
    assertThat(found(wanted)).containsExactly(3L);
    Instant later = NOW.plus(Duration.ofDays(31));
    assertThat(lists.count(Selection.of(new Filter(List.of(wanted))), later)).isEqualTo(3);
    assertThat(found(new LastOutcome(false, Set.of(PersonState.IN_FLIGHT))))
        .containsExactly(1L, 2L);
    assertThat(found(new ContactedWithin(true, 0))).containsExactly(3L, 4L, 5L, 6L);
    assertThat(found(new Agreed(false, Channel.WHATSAPP, Purpose.MARKETING, Agreement.UNSAID)))
        .containsExactly(4L, 5L, 6L);
  }

  @Test
  void fieldsAreComparedAsTextsNumbersAndDays() {
    house.listOf(4);
    PeopleEdits edits = new PeopleEdits(house.store);
    List<Map<String, String>> fields =
        List.of(
            Map.of("port", "Gull Steps", "guests", "9", "joined", "2026-01-02"),
            Map.of("port", "gull steps", "guests", "10", "joined", "2025-12-31"),
            Map.of("port", "North Pier", "guests", "200"),
            Map.of());
    for (int i = 0; i < fields.size(); i++) {
      edits.change(
          i + 1, new PeopleEdits.Details(1, "Guest " + i, "", "", fields.get(i)), NOBODY, NOW);
    }
    assertThat(found(field("port", Comparison.IS, "GULL STEPS"))).containsExactly(1L, 2L);
    assertThat(found(field("port", Comparison.CONTAINS, "pier"))).containsExactly(3L);
    assertThat(found(field("port", Comparison.BLANK, ""))).containsExactly(4L);
    assertThat(found(field("guests", Comparison.MORE, "9"))).containsExactly(2L, 3L);
    assertThat(found(field("guests", Comparison.LESS, "10.5"))).containsExactly(1L, 2L);
    assertThat(found(field("joined", Comparison.LESS, "2026-01-01"))).containsExactly(2L);
    assertThat(people.page(typed("gull"), NOW, 0, 10).items()).hasSize(2);
  }

  @Test
  void aSavedFilterIsAnAudienceAndAlwaysCurrent() {
    house.listOf(5);
    act(Acts.Kind.TAG, Selection.of(List.of(2L, 4L)), Optional.empty(), "walker");
    Filter walkers = new Filter(List.of(new Tagged(false, Set.of("walker"))));
    long filter = lists.add("Walkers", Optional.of(walkers), NOBODY, NOW).id();
    assertThat(lists.get(filter).people()).isEqualTo(2);
    act(Acts.Kind.TAG, Selection.of(List.of(5L)), Optional.empty(), "walker");
    assertThat(lists.recount(filter, NOW).people()).isEqualTo(3);
    Launched campaign = house.running(filter, "Boats from 1 December.");
    assertThat(house.step(campaign, 10).claims()).hasSize(3);
    assertThat(people.page(Selection.ofList(filter), NOW, 0, 10).items())
        .extracting(PeopleStore.PersonRow::id)
        .containsExactly(2L, 4L, 5L);
    assertThatThrownBy(
            () -> act(Acts.Kind.PUT_ON_LIST, Selection.of(List.of(1L)), Optional.of(filter), ""))
        .hasMessageContaining("Nobody can be put on");
  }

  @Test
  void emptyingAListDeletingItAndDeletingPeopleAreThreeThings() {
    long list = house.listOf(4);
    long emptied = act(Acts.Kind.TAKE_OFF_LIST, Selection.ofList(list), Optional.of(list), "");
    assertThat(lists.get(list).people()).isZero();
    assertThat(count("select count(*) from person_number")).isEqualTo(4);
    takeBack(emptied);
    assertThat(lists.get(list).people()).isEqualTo(4);

    lists.delete(list, NOBODY, NOW);
    assertThatThrownBy(() -> lists.get(list)).isInstanceOf(Refused.class);
    assertThatThrownBy(() -> house.list("list of 4")).hasMessageContaining("deleted list has this");
    assertThat(lists.bringBack(list, NOBODY, NOW).people()).isEqualTo(4);

    List<String> before = details();
    act(Acts.Kind.TAG, Selection.of(List.of(1L)), Optional.empty(), "walker");
    long deleted = act(Acts.Kind.DELETE_PEOPLE, Selection.ofList(list), Optional.empty(), "");
    assertThat(lists.get(list).people()).isZero();
    assertThat(count("select count(*) from person_number")).isZero();
    assertThat(people.page(typed("guest"), NOW, 0, 10).items()).isEmpty();
    assertThat(found()).isEmpty();
    takeBack(deleted);
    assertThat(details()).isEqualTo(before);
    assertThat(people.person(1, NOW).tags()).containsExactly("walker");
    assertThat(people.page(typed("guest"), NOW, 0, 10).items()).hasSize(4);
  }

  @Test
  void whoeverIsDeletedIsCancelledWhereTheyStillWaited() {
    long list = house.listOf(3);
    Launched campaign = house.running(list, "Boats from 1 December.");
    house.step(campaign, 1);
    act(Acts.Kind.DELETE_PEOPLE, Selection.ofList(list), Optional.empty(), "");
    assertThat(house.step(campaign, 10).claims()).isEmpty();
    assertThat(count("select count(*) from audience_member where state = 'CANCELLED'"))
        .isEqualTo(2);
    assertThat(count("select sum(people) from audience_tally")).isEqualTo(3);
  }

  @Test
  void anActCanBeTakenBackForAWhileAndNotAfter() {
    house.listOf(2);
    long act = act(Acts.Kind.TAG, Selection.of(List.of(1L)), Optional.empty(), "walker");
    Instant late = NOW.plus(Acts.TAKEN_BACK_FOR).plusSeconds(1);
    assertThatThrownBy(() -> acts.takeBack(act, NOBODY, late)).hasMessageContaining("no longer");
    takeBack(act);
    assertThat(people.person(1, NOW).tags()).isEmpty();
    assertThatThrownBy(() -> acts.takeBack(act, NOBODY, NOW)).isInstanceOf(Refused.class);
  }

  @Test
  void whatWasKeptOfDeletedPeopleIsLetGoWhenTheyCanNoLongerComeBack() {
    long list = house.listOf(3);
    act(Acts.Kind.DELETE_PEOPLE, Selection.ofList(list), Optional.empty(), "");
    String kept = "select count(*) from act_person where saved is not null";
    assertThat(acts.forgetSomeOld(NOW)).isFalse();
    assertThat(count(kept)).isEqualTo(3);
    acts.forgetSomeOld(NOW.plus(Acts.TAKEN_BACK_FOR).plusSeconds(1));
    assertThat(count(kept)).isZero();
  }

  @Test
  void aForgottenPersonIsGoneAndTheirNoStillHolds() throws IOException {
    long list = house.listOf(2);
    Launched campaign = house.running(list, "Dear {{name}}, boats from 1 December.");
    house.step(campaign, 2);
    Forgetting forgetting = new Forgetting(house.store);
    assertThat(forgetting.attemptsAt(1)).hasSize(1);
    forgetting.forget(1, NOBODY, NOW);
    assertThat(people.person(1, NOW).forgotten()).isTrue();
    assertThat(people.person(1, NOW).name()).isBlank();
    for (String table : List.of("person_detail", "number", "attempt", "person_history")) {
      assertThat(house.lines("select * from " + table))
          .as(table)
          .noneMatch(line -> line.contains("Guest 0") || line.contains("2075550000"));
    }
    assertThat(count("select sum(people) from audience_tally")).isEqualTo(2);
    PeopleEdits edits = new PeopleEdits(house.store);
    long again = edits.add(TemporaryHouse.draft("", "Somebody", 0), Optional.empty(), NOBODY, NOW);
    assertThat(people.person(again, NOW).numbers())
        .singleElement()
        .satisfies(
            number ->
                assertThat(number.suppressions())
                    .extracting(PeopleStore.SuppressionLine::why)
                    .containsExactly("asked to be forgotten"));
    assertThat(found(new Suppressed(false))).contains(again);
  }

  @Test
  void aCampaignThatFeedsTakesInWhoeverComesAndDoesNotEnd() {
    long list = house.listOf(2);
    Launched campaign = house.running(list, "Boats from 1 December.");
    new CampaignStore(house.store).setFeeds(campaign.id(), true, NOBODY, NOW);
    AttemptStore book = new AttemptStore(house.store);
    house.step(campaign, 10);
    assertThat(book.takeArrivals(campaign, NOW, who -> verdict(campaign, who))).isFalse();
    new PeopleEdits(house.store)
        .add(TemporaryHouse.draft("", "Wilma Hand", 7), Optional.of(list), NOBODY, NOW);
    assertThat(book.takeArrivals(campaign, NOW, who -> verdict(campaign, who))).isTrue();
    assertThat(book.takeArrivals(campaign, NOW, who -> verdict(campaign, who))).isFalse();
    assertThat(house.step(campaign, 10).claims())
        .extracting(claim -> claim.to())
        .containsExactly(TemporaryHouse.e164(7));
    assertThat(count("select sum(people) from audience_tally")).isEqualTo(3);
  }

  @Test
  void aTokenActsForItsMakerUntilItIsRevoked() {
    long tove =
        new AccountStore(house.store)
            .add("tove", "Tove Brandt", "hash", "OPERATOR", false, NOBODY, NOW)
            .id();
    ApiTokens tokens = new ApiTokens(house.store);
    ApiTokens.Made made = tokens.make("booking system", tove, NOW);
    assertThat(tokens.bearer(made.secret()))
        .hasValueSatisfying(who -> assertThat(who.login()).isEqualTo("tove"));
    assertThat(tokens.bearer(made.secret() + "x")).isEmpty();
    assertThat(house.lines("select * from api_token"))
        .noneMatch(line -> line.contains(made.secret()));
    tokens.revoke(made.id(), NOBODY, NOW);
    assertThat(tokens.bearer(made.secret())).isEmpty();
    assertThatThrownBy(() -> tokens.revoke(made.id(), NOBODY, NOW)).isInstanceOf(Refused.class);
  }

  private app.gemba.core.consent.Verdict verdict(
      Launched campaign, app.gemba.core.campaign.Candidate who) {
    return house.verdicts.of(who.standing(), campaign.brief().terms(TemporaryHouse.ZONE), NOW);
  }

  private List<String> details() {
    return house.lines(
        "select d.person_id, d.own_id, d.name, d.fields, pn.position, pn.number_id"
            + " from person_detail d left join person_number pn on pn.person_id = d.person_id"
            + " order by 1, 5");
  }

  private long count(String sql) {
    return house.number(sql);
  }

  private static Condition on(long list) {
    return new OnList(false, Set.of(list));
  }

  private static Condition field(String key, Comparison comparison, String value) {
    return new FieldHolds(false, key, comparison, value);
  }

  private static Selection typed(String text) {
    return new Selection(Optional.empty(), Optional.empty(), Filter.EVERYBODY, List.of(text), "");
  }

  private List<Long> found(Condition... conditions) {
    Selection of = Selection.of(new Filter(List.of(conditions)));
    List<Long> ids =
        people.page(of, NOW, 0, 100).items().stream().map(PeopleStore.PersonRow::id).toList();
    assertThat(lists.count(of, NOW)).isEqualTo(ids.size());
    return ids;
  }

  private long act(Acts.Kind kind, Selection of, Optional<Long> list, String tag) {
    Optional<String> named = tag.isEmpty() ? Optional.empty() : Optional.of(tag);
    long id = acts.begin(new Acts.Wanted(kind, of, list, named), NOBODY, NOW).id();
    finish(id);
    return id;
  }

  private void takeBack(long act) {
    acts.takeBack(act, NOBODY, NOW);
    finish(act);
  }

  private void finish(long act) {
    while (acts.some(act, NOW)) {
      // Each turn does the next part.
    }
  }
}
