package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.people.Filter;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** An import is taken back whole, with what it changed restored. */
class ImportUndoTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Optional<Long> NOBODY = Optional.empty();
  private static final AgreementSource AGREEMENT =
      new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "pass form");

  @TempDir Path folder;
  private TemporaryHouse house;
  private ImportStore imports;
  private ImportSteps steps;
  private ImportUndo undo;
  private long list;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    imports = new ImportStore(house.store, folder);
    steps = new ImportSteps(house.store, folder);
    undo = new ImportUndo(house.store);
    list = house.list("list").id();
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @ParameterizedTest
  @ValueSource(ints = {4, 5, 6, 7})
  void afterItIsTakenBackEverythingIsAsItWasBefore(int seed) {
    takeIn(ImportRows.random(seed, 200), true);
    List<List<String>> before = everything();
    long second = takeIn(ImportRows.random(seed + 100, 400), true);
    assertThat(everything()).isNotEqualTo(before);
    takeBack(second);
    assertThat(everything()).isEqualTo(before);
    assertThat(imports.get(second).state()).isEqualTo("taken-back");
  }

  @Test
  void theFirstOfTwoTakenBackLeavesWhomTheSecondBroughtToo() {
    long first = takeIn(List.of(ImportRows.row(1, TemporaryHouse.draft("", "Oona Wick", 1))), true);
    takeIn(List.of(ImportRows.row(1, TemporaryHouse.draft("", "Oona Wick", 1, 2))), true);
    takeBack(first);
    assertThat(house.number("select count(*) from person")).isEqualTo(1);
    assertThat(house.number("select count(*) from person_number")).isEqualTo(2);
    assertThat(imports.get(first).keptPeople()).isEqualTo(1);
  }

  @Test
  void whatSomebodyChangedSinceStays() {
    takeIn(
        List.of(ImportRows.row(1, ImportRows.draft("MF-1", "Oona", "", Map.of("port", "Pier"), 1))),
        true);
    long second =
        takeIn(
            List.of(
                ImportRows.row(
                    1, ImportRows.draft("MF-1", "", "", Map.of("port", "Quay", "pass", "A"), 2))),
            true);
    PeopleEdits edits = new PeopleEdits(house.store);
    edits.change(
        1,
        new PeopleEdits.Details(2, "Oona", "", "MF-1", Map.of("port", "Quay", "pass", "B")),
        NOBODY,
        NOW);
    takeBack(second);
    PeopleStore.Person oona = new PeopleStore(house.store).person(1, NOW);
    assertThat(oona.fields()).isEqualTo(Map.of("port", "Pier", "pass", "B"));
    assertThat(oona.numbers()).hasSize(1);
  }

  @Test
  void onceOneOfItsPeopleHasBeenContactedItSaysWhoAndStays() {
    long id = takeIn(List.of(ImportRows.row(1, TemporaryHouse.draft("", "Oona Wick", 1))), true);
    assertThat(undo.hindrance(id)).isEmpty();
    Launched campaign = house.running(list, "Boats from 1 December.");
    assertThat(undo.hindrance(id)).hasValueSatisfying(why -> assertThat(why).contains("audience"));
    house.step(campaign, 1);
    assertThatThrownBy(() -> undo.begin(id, NOBODY, NOW))
        .hasMessageContaining("Oona Wick")
        .hasMessageContaining("Winter timetable")
        .hasMessageContaining("Nothing was changed");
    assertThat(imports.get(id).state()).isEqualTo("done");
  }

  /** Between the look over all rows and the mark, in which others write. */
  @Test
  void whoIsContactedAtThatVeryMomentIsNotTakenBackEither() {
    long id = takeIn(List.of(ImportRows.row(1, TemporaryHouse.draft("", "Oona Wick", 1))), true);
    Instant later = NOW.plusSeconds(60);
    requireNoneSince(id, NOW);
    Launched campaign = house.running(list, "Boats from 1 December.");
    assertThatThrownBy(() -> requireNoneSince(id, NOW)).hasMessageContaining("in the audience");
    house.step(campaign, 1, later);
    assertThatThrownBy(() -> requireNoneSince(id, later)).hasMessageContaining("contacted since");
  }

  private void requireNoneSince(long id, Instant then) {
    house.store.read(
        db -> {
          UndoHindrances.requireNoneSince(db, id, then);
          return id;
        });
  }

  @Test
  void nobodyOfAnImportThatIsNotDoneIsContacted() {
    long id = takeIn(List.of(ImportRows.row(1, TemporaryHouse.draft("", "Oona Wick", 1))), false);
    Filter named = new Filter(List.of(new Filter.ContactedWithin(true, 0)));
    long filter = new ListStore(house.store).add("All", Optional.of(named), NOBODY, NOW).id();
    long byHand = house.list("By hand").id();
    put(1L, byHand);
    for (long audience : List.of(list, filter, byHand)) {
      Launched campaign = house.running(audience, "Boats from 1 December.");
      assertThat(house.step(campaign, 10).claims()).as("list %d", audience).isEmpty();
      assertThat(new PreflightStore(house.store).unfinishedImports(campaign.id()))
          .as("list %d", audience)
          .hasSize(audience == byHand ? 0 : 1);
    }
    steps.end(id, Optional.empty(), NOW);
    for (long audience : List.of(filter, list, byHand)) {
      Launched campaign = house.running(audience, "Boats from 1 December.");
      assertThat(house.step(campaign, 10).claims()).as("list %d", audience).hasSize(1);
    }
  }

  @Test
  void anImportThatIsStoppedTakesNoMoreAndLeavesNothing() {
    List<List<String>> before = everything();
    long id = takeIn(ImportRows.random(8, 50), false);
    undo.begin(id, NOBODY, NOW);
    assertThat(steps.take(steps.job(id), ImportRows.random(9, 60), NOW)).isFalse();
    assertThat(steps.running()).isEmpty();
    assertThat(steps.undoing()).containsExactly(id);
    takeBackMarked(id);
    assertThat(everything()).isEqualTo(before);
    assertThatThrownBy(() -> undo.begin(id, NOBODY, NOW))
        .hasMessageContaining("taken back already");
  }

  private void put(long person, long onto) {
    Acts acts = new Acts(house.store);
    Acts.Wanted wanted =
        new Acts.Wanted(
            Acts.Kind.PUT_ON_LIST,
            Selection.of(List.of(person)),
            Optional.of(onto),
            Optional.empty());
    long act = acts.begin(wanted, NOBODY, NOW).id();
    while (acts.some(act, NOW)) {
      // Each turn does the next part.
    }
  }

  private long takeIn(List<ReadRow> rows, boolean toItsEnd) {
    long id = imports.add(TemporaryHouse.file("a.csv", rows.size()), NOBODY, NOW);
    imports.start(id, new ImportPlan(List.of(), "US", AGREEMENT), list, NOBODY, NOW);
    steps.take(steps.job(id), rows, NOW);
    if (toItsEnd) {
      steps.end(id, Optional.empty(), NOW);
    }
    return id;
  }

  private void takeBack(long id) {
    undo.begin(id, NOBODY, NOW);
    takeBackMarked(id);
  }

  private void takeBackMarked(long id) {
    while (steps.undoSome(id, NOW)) {
      // Each turn takes the next part back.
    }
  }

  private List<List<String>> everything() {
    List<List<String>> all = new ArrayList<>();
    for (String sql :
        List.of(
            "select person_id, own_id, name, first_name, last_name, email from person_detail",
            "select d.person_id, f.key, f.value from person_detail d, json_each(d.fields) f order by 1, 2",
            "select person_id, position, number_id, label from person_number order by 1, 2",
            "select person_id, tag_id from person_tag order by 1, 2",
            "select number_id, channel, purpose, word from consent_state order by 1, 2, 3",
            "select list_id, person_id from list_member order by 1, 2",
            "select rowid from person_search where person_search match 'guest*' order by 1",
            "select number_id from suppression order by 1")) {
      all.add(house.lines(sql));
    }
    return all;
  }
}
