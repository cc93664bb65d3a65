package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnChoices;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.RowReader;
import app.gemba.core.phone.PhoneReader;
import app.gemba.store.PeopleBatches.Batch;
import app.gemba.store.PeopleBatches.BatchRow;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** People sent by a program: all of a batch or none of it, and each batch once. */
class PeopleBatchesTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final PhoneReader PHONES = new PhoneReader();

  @TempDir Path folder;
  private TemporaryHouse house;
  private PeopleBatches batches;
  private long tove;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    batches = new PeopleBatches(house.store);
    tove = house.agent("tove");
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void eachIsNewMergedOrRejectedInItsOrder() {
    long list = house.list("Online").id();
    String answer =
        take(
            Optional.of("k"),
            "first",
            Optional.of(list),
            List.of(
                row("B-1", "Una Reed", "207 555 0101"),
                row("", "Nobody", "see notes"),
                row("B-1", "Una Reed", "207 555 0102")));
    assertThat(answer).isEqualTo("new:1 rejected:no number in the text merged:1");
    assertThat(new ListStore(house.store).get(list).people()).isEqualTo(1);
    assertThat(new PeopleStore(house.store).person(1, NOW).numbers()).hasSize(2);
    assertThat(house.number("select count(*) from consent_record where word = 'YES'")).isEqualTo(2);
  }

  @Test
  void theSameBatchIsAnsweredAgainAndNotTaken() {
    String first =
        take(Optional.of("k"), "body", Optional.empty(), List.of(row("", "Una", "207 555 0101")));
    String again =
        take(Optional.of("k"), "body", Optional.empty(), List.of(row("", "Una", "207 555 0101")));
    assertThat(again).isEqualTo(first).isEqualTo("new:1");
    assertThat(house.number("select count(*) from person")).isEqualTo(1);
    assertThatThrownBy(
            () ->
                take(
                    Optional.of("k"),
                    "other",
                    Optional.empty(),
                    List.of(row("", "Ida", "207 555 0102"))))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("Another batch");
    assertThat(house.number("select count(*) from person")).isEqualTo(1);
  }

  @Test
  void twoWhoSendTheSameBatchAtOnceGetTheSameAnswer() {
    List<CompletableFuture<String>> both = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      both.add(
          CompletableFuture.supplyAsync(
              () ->
                  take(
                      Optional.of("k"),
                      "body",
                      Optional.empty(),
                      List.of(row("", "Una", "207 555 0101")))));
    }
    assertThat(both.stream().map(CompletableFuture::join)).containsOnly("new:1");
    assertThat(house.number("select count(*) from person")).isEqualTo(1);
  }

  @Test
  void aFieldThatHoldsSomethingElseStopsTheWholeBatch() {
    take(Optional.empty(), "a", Optional.empty(), List.of(row("", "Una", "207 555 0101")));
    ImportPlan other =
        new ImportPlan(
            List.of(
                new ColumnPlan(0, "phones", ColumnRole.PHONE),
                new ColumnPlan(
                    1, "Port", ColumnRole.FIELD, ColumnChoices.NONE.type(FieldType.NUMBER))),
            "US",
            new AgreementSource.None());
    assertThatThrownBy(
            () ->
                batches.take(
                    new Batch(
                        Optional.empty(),
                        "b",
                        List.of(other),
                        List.of(new RowReader(other, PHONES).read(List.of("207 555 0102", "7"))),
                        Optional.empty(),
                        tove),
                    Object::toString,
                    NOW))
        .hasMessageContaining("holds texts in this house, not numbers");
    assertThat(house.number("select count(*) from person")).isEqualTo(1);
  }

  @Test
  void whatAPersonSaidIsWrittenDownByHandWithItsEvidence() {
    house.listOf(1);
    PeopleEdits edits = new PeopleEdits(house.store);
    PeopleEdits.Said yes =
        new PeopleEdits.Said(
            Agreement.YES,
            Set.of(Channel.SMS, Channel.WHATSAPP),
            Set.of(Purpose.MARKETING),
            "at the desk",
            LocalDate.of(2026, 11, 3));
    edits.said(1, yes, Optional.of(tove), NOW);
    PeopleStore people = new PeopleStore(house.store);
    assertThat(people.person(1, NOW).agreements())
        .hasSize(2)
        .allMatch(line -> line.word().equals("YES") && line.how().equals("at the desk"));
    edits.said(
        1,
        new PeopleEdits.Said(
            Agreement.NO, Set.of(Channel.SMS), yes.purposes(), "by phone", yes.on()),
        Optional.of(tove),
        NOW);
    assertThat(people.person(1, NOW).agreements())
        .extracting(PeopleStore.AgreementLine::word)
        .containsExactlyInAnyOrder("NO", "YES");
    assertThatThrownBy(
            () ->
                edits.said(
                    1,
                    new PeopleEdits.Said(
                        Agreement.UNSAID, yes.channels(), yes.purposes(), "x", yes.on()),
                    Optional.empty(),
                    NOW))
        .isInstanceOf(Refused.class);
  }

  @Test
  void numbersAreLabelledAndTakenOffWithTheirHistory() {
    house.listOf(1);
    PeopleEdits edits = new PeopleEdits(house.store);
    PeopleStore people = new PeopleStore(house.store);
    edits.addNumber(1, TemporaryHouse.number(7), Optional.of(tove), NOW);
    long number = people.person(1, NOW).numbers().get(1).id();
    edits.label(1, number, "office fax", Optional.of(tove), NOW);
    assertThat(people.person(1, NOW).numbers().get(1).label()).isEqualTo("office fax");
    edits.removeNumber(1, number, Optional.of(tove), NOW);
    assertThat(people.person(1, NOW).numbers()).hasSize(1);
    assertThatThrownBy(() -> edits.removeNumber(1, number, Optional.of(tove), NOW))
        .isInstanceOf(Refused.class);
    assertThat(people.history(1))
        .extracting(line -> line.what() + ": " + line.before() + " -> " + line.after())
        .containsExactly(
            "number: " + TemporaryHouse.e164(7) + " -> ",
            "label of a number:  -> office fax",
            "number:  -> " + TemporaryHouse.e164(7));
    assertThat(people.history(1)).allMatch(line -> line.by().equals(Optional.of("tove")));
  }

  @Test
  void suppressionOnOneChannelLeavesTheOthers() {
    house.listOf(1);
    PeopleEdits edits = new PeopleEdits(house.store);
    edits.suppress(1, "no calls please", Optional.of(Channel.AGENT_CALL), Optional.of(tove), NOW);
    edits.suppress(1, "no calls please", Optional.of(Channel.AGENT_CALL), Optional.of(tove), NOW);
    assertThat(new PeopleStore(house.store).person(1, NOW).numbers().get(0).suppressions())
        .singleElement()
        .satisfies(line -> assertThat(line.channel()).contains("AGENT_CALL"));
  }

  private static List<String> row(String ownId, String name, String phone) {
    return List.of(ownId, name, phone, "Pier", "yes");
  }

  private String take(
      Optional<String> key, String content, Optional<Long> list, List<List<String>> rows) {
    ImportPlan plan =
        new ImportPlan(
            List.of(
                new ColumnPlan(0, "ownId", ColumnRole.OWN_ID),
                new ColumnPlan(1, "name", ColumnRole.NAME),
                new ColumnPlan(2, "phones", ColumnRole.PHONE),
                new ColumnPlan(3, "Port", ColumnRole.FIELD),
                new ColumnPlan(4, "agreed", ColumnRole.AGREED)),
            "US",
            new AgreementSource.Column(Set.of(Channel.SMS), Set.of(Purpose.SERVICE), "web form"));
    RowReader reader = new RowReader(plan, PHONES);
    return batches.take(
        new Batch(
            key,
            content,
            Collections.nCopies(rows.size(), plan),
            rows.stream().map(reader::read).toList(),
            list,
            tove),
        PeopleBatchesTest::words,
        NOW);
  }

  private static String words(List<BatchRow> results) {
    return results.stream()
        .map(
            row ->
                row.outcome()
                    + ":"
                    + row.personId().map(Object::toString).or(row::reason).orElse(""))
        .collect(Collectors.joining(" "));
  }
}
