package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportBook.Job;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.Rejected;
import app.gemba.core.intake.RowReader;
import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileShape;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ImportsTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Optional<Long> NOBODY = Optional.empty();
  private static final PhoneReader PHONES = new PhoneReader();
  private static final AgreementSource COLUMN =
      new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "pass form");
  private static final AgreementSource NONE = new AgreementSource.None();

  @TempDir Path folder;
  private TemporaryHouse house;
  private ImportStore imports;
  private ImportSteps steps;
  private PeopleStore people;
  private long list;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    imports = new ImportStore(house.store, house.folder.part("imports"));
    steps = new ImportSteps(house.store, house.folder.part("imports"));
    people = new PeopleStore(house.store);
    list = house.list("Pass holders").id();
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void theCountsAddUpToTheRowsAndEachRowIsInOnePlace() throws IOException {
    long id =
        takeIn(
            "a",
            COLUMN,
            row("MF-1", "Oona Wick", "207 555 0101", "yes"),
            row("MF-2", "Viggo Holm", "see notes", "yes"),
            row("MF-1", "", "207 555 0199", "no"),
            row("MF-3", "Carys Ives", "1.20756E+10", ""),
            row("MF-4", "Una Reed", "", ""));
    ImportStore.Import is = imports.get(id);
    assertThat(is.state()).isEqualTo("done");
    assertThat(is.rowsDone()).isEqualTo(5);
    assertThat(is.rowsNew()).isEqualTo(1);
    assertThat(is.rowsMerged()).isEqualTo(1);
    assertThat(is.rowsRejected()).isEqualTo(3);
    assertThat(is.rejected())
        .containsEntry("no number in the text", 1L)
        .containsEntry("digits lost by a spreadsheet", 1L)
        .containsEntry("no number", 1L);
    assertThat(imports.rejects(id, 0, 10))
        .extracting(ImportStore.Reject::row)
        .containsExactly(2L, 4L, 5L);
    assertThat(new ListStore(house.store).get(list).people()).isEqualTo(1);
  }

  @Test
  void aNoInAnyRowWinsForItsNumberAndABlankSaysNothing() throws IOException {
    takeIn(
        "a",
        COLUMN,
        row("MF-1", "Oona Wick", "207 555 0101", "no"),
        row("MF-1", "Oona Wick", "207 555 0101", "yes"),
        row("MF-2", "Viggo Holm", "207 555 0102", ""));
    assertThat(people.person(1, NOW).agreements())
        .hasSize(2)
        .allMatch(line -> line.word().equals("NO"));
    assertThat(people.person(2, NOW).agreements()).isEmpty();
  }

  @Test
  void whatIsDeclaredForTheFileIsEvidenceForEverybodyInIt() throws IOException {
    AgreementSource declared =
        new AgreementSource.Declared(
            Set.of(Channel.SMS),
            EnumSet.of(Purpose.MARKETING),
            "sign-up sheet",
            LocalDate.of(2026, 5, 6));
    takeIn("a", declared, row("MF-1", "Oona Wick", "207 555 0101", "no"));
    assertThat(people.person(1, NOW).agreements())
        .singleElement()
        .satisfies(
            line -> {
              assertThat(line.word()).isEqualTo("YES");
              assertThat(line.saidOn()).contains("2026-05-06");
              assertThat(line.how()).isEqualTo("sign-up sheet");
            });
    assertThat(house.number("select import_row from consent_record")).isEqualTo(1);
  }

  @Test
  void aRowWithoutANumberAddsToSomebodyKnown() throws IOException {
    takeIn("a", COLUMN, row("MF-1", "Oona Wick", "207 555 0101", ""));
    long again = takeIn("b", COLUMN, row("MF-1", "", "", "yes"));
    assertThat(imports.get(again).rowsMerged()).isEqualTo(1);
    assertThat(people.person(1, NOW).agreements()).hasSize(2);
    assertThat(people.person(1, NOW).name()).isEqualTo("Oona Wick");
  }

  @Test
  void aHouseholdSharesItsNumberAsOneRow() throws IOException {
    takeIn(
        "a",
        COLUMN,
        row("MF-1", "Oona Wick", "207 555 0101", ""),
        row("MF-2", "Viggo Wick", "(207) 555-0101", ""));
    assertThat(house.number("select count(*) from person")).isEqualTo(2);
    assertThat(house.number("select count(*) from number")).isEqualTo(1);
  }

  @Test
  void aMappingIsRememberedByTheShapeOfItsFile() throws IOException {
    takeIn("a", COLUMN, row("MF-1", "Oona Wick", "207 555 0101", ""));
    Mappings mappings = new Mappings(house.store);
    assertThat(mappings.of(headers()))
        .hasValueSatisfying(mapping -> assertThat(mapping.plan()).isEqualTo(plan(COLUMN)));
    List<String> rejects = new ArrayList<>(headers());
    rejects.add(Rejected.COLUMN);
    assertThat(mappings.of(rejects)).isEqualTo(mappings.of(headers()));
    assertThat(mappings.of(List.of("Name", "Other"))).isEmpty();
    Mappings.Mapping is = mappings.all().get(0);
    mappings.change(is.id(), is.version(), "Pass office export", plan(NONE), NOBODY, NOW);
    assertThat(mappings.get(is.id()).name()).isEqualTo("Pass office export");
    assertThat(mappings.get(is.id()).plan()).isEqualTo(plan(NONE));
    assertThatThrownBy(() -> mappings.change(is.id(), is.version(), "x", plan(NONE), NOBODY, NOW))
        .isInstanceOf(Refused.class);
    mappings.forget(is.id(), NOBODY, NOW);
    assertThat(mappings.of(headers())).isEmpty();
  }

  @Test
  void theSameContentIsRecognisedOnceItWasTakenIn() throws IOException {
    long first = takeIn("same", COLUMN, row("MF-1", "Oona Wick", "207 555 0101", ""));
    long second = draft("same");
    long other = draft("another");
    assertThat(imports.sameContent(second))
        .hasValueSatisfying(
            earlier -> {
              assertThat(earlier.id()).isEqualTo(first);
              assertThat(earlier.list()).contains("Pass holders");
            });
    assertThat(imports.sameContent(first)).isEmpty();
    assertThat(imports.sameContent(other)).isEmpty();
  }

  @Test
  void aFileIsStartedOnceAndOnlyAWaitingOneIsPutAside() throws IOException {
    long id = draft("a");
    imports.start(id, plan(COLUMN), list, NOBODY, NOW);
    assertThat(steps.running()).containsExactly(id);
    assertThatThrownBy(() -> imports.start(id, plan(COLUMN), list, NOBODY, NOW))
        .isInstanceOf(Refused.class);
    assertThatThrownBy(() -> imports.discard(id, NOBODY, NOW)).isInstanceOf(Refused.class);
    long waiting = draft("b");
    imports.discard(waiting, NOBODY, NOW);
    assertThat(imports.page(Optional.empty(), 10).items())
        .extracting(ImportStore.Import::id)
        .containsExactly(id);
  }

  @Test
  void aStepIsKeptWholeOrNotAtAll() throws IOException {
    long id = draft("a");
    imports.start(id, plan(COLUMN), list, NOBODY, NOW);
    Job job = steps.job(id);
    ReadRow good = read(1, row("MF-1", "Oona Wick", "207 555 0101", ""));
    assertThatThrownBy(() -> steps.take(job, List.of(good, good), NOW))
        .as("the same row twice")
        .isInstanceOf(StoreFailure.class);
    assertThat(house.number("select count(*) from person")).isZero();
    assertThat(imports.get(id).rowsDone()).isZero();
    steps.take(job, List.of(good), NOW);
    assertThat(steps.job(id).rowsDone()).isEqualTo(1);
  }

  @Test
  void aFileCanBeReadAnotherWayWhileItWaits() throws IOException {
    long id = draft("a");
    imports.setFile(id, table("a", 9, false));
    assertThat(imports.get(id).file()).isEqualTo(table("a", 9, false));
  }

  private static List<String> row(String... cells) {
    return List.of(cells);
  }

  @SafeVarargs
  private long takeIn(String content, AgreementSource agreement, List<String>... rows)
      throws IOException {
    long id = draft(content);
    imports.start(id, plan(agreement), list, NOBODY, NOW);
    List<ReadRow> read = new ArrayList<>();
    for (List<String> row : rows) {
      read.add(
          new ReadRow(
              read.size() + 1L, new RowReader(plan(agreement), PHONES).read(row), false, Map.of()));
    }
    steps.take(steps.job(id), read, NOW);
    steps.end(id, Optional.empty(), NOW);
    return id;
  }

  private static ReadRow read(long number, List<String> row) {
    return new ReadRow(number, new RowReader(plan(COLUMN), PHONES).read(row), false, Map.of());
  }

  private long draft(String content) throws IOException {
    String storedAs = content + "-" + house.number("select count(*) from import") + ".csv";
    Files.writeString(house.folder.part("imports").resolve(storedAs), content);
    return imports.add(
        new ImportStore.NewImport(
            "file.csv",
            storedAs,
            "sha of " + content,
            "US",
            table(storedAs, 5, true),
            Optional.empty()),
        NOBODY,
        NOW);
  }

  private TableFile table(String storedAs, long rows, boolean hasHeader) {
    return new TableFile(
        house.folder.part("imports").resolve(storedAs),
        new FileShape(FileFormat.DELIMITED, "UTF-8", ',', "", 0, hasHeader),
        headers(),
        List.of(),
        rows,
        OptionalLong.empty());
  }

  private static List<String> headers() {
    return List.of("Guest no", "Name", "Mobile", "Texts OK?");
  }

  private static ImportPlan plan(AgreementSource agreement) {
    return new ImportPlan(
        List.of(
            new ColumnPlan(0, "Guest no", ColumnRole.OWN_ID),
            new ColumnPlan(1, "Name", ColumnRole.NAME),
            new ColumnPlan(2, "Mobile", ColumnRole.PHONE),
            new ColumnPlan(3, "Texts OK?", ColumnRole.AGREED)),
        "US",
        agreement);
  }
}
