package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.people.SamePerson;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RowReaderTest {
  private static final PhoneReader PHONES = new PhoneReader();
  private static final AgreementSource COLUMN =
      new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "pass form");

  @Test
  void aRowBecomesAPersonWithAllThatItSays() {
    RowReading row =
        read(
            COLUMN,
            List.of(
                ColumnRole.OWN_ID,
                ColumnRole.NAME,
                ColumnRole.PHONE,
                ColumnRole.PHONE,
                ColumnRole.EMAIL,
                ColumnRole.FIELD,
                ColumnRole.AGREED,
                ColumnRole.AGREED_ON,
                ColumnRole.LEFT_OUT),
            "MF-7",
            "Gale, Quinn",
            "207-555-0101",
            "+44 20 7946 0001",
            " Quinn@Guests.EXAMPLE ",
            "Gull Steps",
            "Yes",
            "2026-03-04",
            "secret");
    assertThat(row.unlessKnown()).isEmpty();
    PersonDraft draft = row.draft();
    assertThat(draft.ownId()).isEqualTo("MF-7");
    assertThat(draft.name()).isEqualTo(new PersonName("Quinn Gale", "Quinn", "Gale"));
    assertThat(draft.email()).isEqualTo("quinn@guests.example");
    assertThat(draft.fields()).isEqualTo(Map.of("column_5", "Gull Steps"));
    assertThat(draft.e164s()).containsExactly("+12075550101", "+442079460001");
    assertThat(draft.agreement()).isEqualTo(Agreement.YES);
    assertThat(draft.agreedOn()).contains(LocalDate.of(2026, 3, 4));
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "'',            NO_NUMBER",
        "n/a,           NO_NUMBER",
        "see notes,     NO_NUMBER_IN_TEXT",
        "12345,         NOT_USABLE",
        "1.20756E+10,   DESTROYED",
        "207-555-0101,  -",
        "207-555-0101 / 207-555-0102, -",
      })
  void aRowWithoutANumberSaysWhy(String cell, RejectReason reason) {
    RowReading row = read(new AgreementSource.None(), List.of(ColumnRole.PHONE), cell);
    assertThat(row.unlessKnown()).isEqualTo(Optional.ofNullable(reason));
  }

  @Test
  void oneUsableNumberInAnyPhoneColumnIsEnough() {
    RowReading row =
        read(
            new AgreementSource.None(),
            List.of(ColumnRole.PHONE, ColumnRole.PHONE),
            "1.20756E+10",
            "(207) 555-0101");
    assertThat(row.unlessKnown()).isEmpty();
    assertThat(row.draft().numbers()).hasSize(1);
  }

  /** Words beside yes and no: common practice in files of mixed origin. */
  @ParameterizedTest
  @CsvSource({
    "yes, YES",
    "Y, YES",
    "TRUE, YES",
    "x, YES",
    "1, YES",
    "no, NO",
    "N, NO",
    "0, NO",
    "unsubscribed, NO",
    "'', UNSAID",
    "maybe, UNSAID",
    "'  Yes ', YES",
    "ja, YES",
    "Nein, NO",
  })
  void aYesIsAYesANoIsANoAndABlankSaysNothing(String cell, Agreement expected) {
    RowReading row = read(COLUMN, List.of(ColumnRole.PHONE, ColumnRole.AGREED), "2075550101", cell);
    assertThat(row.draft().agreement()).isEqualTo(expected);
  }

  @Test
  void whatIsDeclaredForTheFileHoldsForEachRow() {
    LocalDate day = LocalDate.of(2026, 5, 6);
    AgreementSource declared =
        new AgreementSource.Declared(
            Set.of(Channel.SMS), EnumSet.of(Purpose.MARKETING), "sign-up sheet", day);
    RowReading row = read(declared, List.of(ColumnRole.PHONE), "2075550101");
    assertThat(row.draft().agreement()).isEqualTo(Agreement.YES);
    assertThat(row.draft().agreedOn()).contains(day);
  }

  /** ISO 8601, dotted days and named months; 03/04 could be either and is not guessed. */
  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "2026-03-04, UNDECIDED, 2026-03-04",
        "2026-03-04T10:20:30Z, UNDECIDED, 2026-03-04",
        "20260304, UNDECIDED, 2026-03-04",
        "4.3.2026, UNDECIDED, 2026-03-04",
        "4 Mar 2026, UNDECIDED, 2026-03-04",
        "'March 4, 2026', UNDECIDED, 2026-03-04",
        "31.2.2026, UNDECIDED, -",
        "03/04/2026, UNDECIDED, -",
        "03/04/2026, DAY_FIRST, 2026-04-03",
        "03/04/2026, MONTH_FIRST, 2026-03-04",
        "13/04/26, UNDECIDED, 2026-04-13",
        "13/04/2026, MONTH_FIRST, -",
        "04/04/69, UNDECIDED, 2069-04-04",
        "04-04-70, UNDECIDED, 1970-04-04",
        "spring, DAY_FIRST, -",
      })
  void aDayIsReadOnlyWhereItCanMeanOneThing(String cell, DayOrder order, LocalDate expected) {
    assertThat(DayReader.read(cell, order)).isEqualTo(Optional.ofNullable(expected));
  }

  @ParameterizedTest
  @CsvSource({
    "03/04/2026|25/12/2026, DAY_FIRST",
    "03/04/2026|12/25/2026, MONTH_FIRST",
    "03/04/2026|05/06/2026, ASK",
    "04/04/2026|2026-05-06, NO_MATTER",
    "03/04/2026|25/12/2026|12/25/2026, ASK",
  })
  void theOrderOfDaysIsTheOneThatFitsAllOfThem(String cells, DayOrders.Finding expected) {
    DayOrders orders = new DayOrders();
    Arrays.stream(cells.split("\\|")).forEach(orders::count);
    assertThat(orders.finding()).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      delimiter = ';',
      value = {
        "NUMBER; 1.234,50; 1234.50",
        "NUMBER; 1,234.50; 1234.50",
        "NUMBER; 81,90; 81.90",
        "NUMBER; $ 1,234; 1234",
        "NUMBER; twelve; -",
        "DATE; 4.3.2026; 2026-03-04",
        "YES_NO; Ja; yes",
        "YES_NO; perhaps; -",
        "TEXT; 04101; 04101",
      })
  void aFieldIsKeptAsItsTypeHasIt(FieldType type, String cell, String expected) {
    assertThat(FieldValue.read(type, cell, DayOrder.UNDECIDED))
        .isEqualTo(Optional.ofNullable(expected));
  }

  /** Names and codes of ISO 3166-1, in several languages. */
  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "Deutschland, DE",
        "Germany, DE",
        "DEU, DE",
        "se, SE",
        "Sverige, SE",
        "U.S.A., US",
        "United States, US",
        "uk, GB",
        "Suomi, FI",
        "Narnia, -",
        "yes, -",
      })
  void aCountryIsReadInItsSeveralSpellings(String cell, String expected) {
    assertThat(CountryReader.read(cell)).isEqualTo(Optional.ofNullable(expected));
  }

  @Test
  void eachRowsOwnCountryReadsItsNumbers() {
    List<ColumnRole> roles = List.of(ColumnRole.PHONE, ColumnRole.COUNTRY);
    assertThat(
            read(new AgreementSource.None(), roles, "0171 3920003", "Deutschland").draft().e164s())
        .containsExactly("+491713920003");
    RowReading narnia = read(new AgreementSource.None(), roles, "2075550103", "Narnia");
    assertThat(narnia.draft().e164s()).containsExactly("+12075550103");
    assertThat(narnia.notes()).singleElement().matches(note -> !note.wrong() && note.column() == 1);
  }

  @Test
  void severalColumnsMayBeJoinedAndWholeColumnsMended() {
    ColumnChoices street = ColumnChoices.NONE.into("Address");
    ImportPlan plan =
        new ImportPlan(
            List.of(
                new ColumnPlan(0, "Street", ColumnRole.FIELD, street),
                new ColumnPlan(1, "Town", ColumnRole.FIELD, street),
                new ColumnPlan(2, "Phone", ColumnRole.PHONE, ColumnChoices.NONE.into("home")),
                new ColumnPlan(3, "Tags", ColumnRole.TAGS)),
            "US",
            new AgreementSource.None(),
            SamePerson.USUAL,
            List.of(new ColumnMend.Swap(1, 2), new ColumnMend.Strip(2, "guest:")));
    PersonDraft draft =
        new RowReader(plan, PHONES)
            .read(List.of("1 Pier Rd", "guest:2075550101", "Gull Steps", "walker; member"))
            .draft();
    assertThat(draft.fields()).isEqualTo(Map.of("address", "1 Pier Rd Gull Steps"));
    assertThat(draft.numbers()).singleElement().matches(held -> held.label().equals("home"));
    assertThat(draft.tags()).containsExactlyInAnyOrder("walker", "member");
  }

  @Test
  void whoMustNotBeContactedIsSaidSo() {
    List<ColumnRole> roles = List.of(ColumnRole.PHONE, ColumnRole.DO_NOT_CONTACT);
    assertThat(read(new AgreementSource.None(), roles, "2075550103", "TRUE").draft().doNotContact())
        .isTrue();
    assertThat(read(new AgreementSource.None(), roles, "2075550103", "").draft().doNotContact())
        .isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "'Gale, Quinn', '', '', Quinn Gale, Quinn, Gale",
    "Quinn Gale, '', '', Quinn Gale, Quinn, Gale",
    "'', Quinn, Gale, Quinn Gale, Quinn, Gale",
    "'', Quinn, '', Quinn, Quinn, ''",
    "'', '', Gale, Gale, '', Gale",
    "' Anne-Marie   van der Meer ', '', '', Anne-Marie van der Meer, Anne-Marie, van der Meer",
    "'Gale, Quinn, Jr', '', '', 'Gale, Quinn, Jr', 'Gale,', 'Quinn, Jr'",
  })
  void aNameIsPutTogetherAsItStandsOnAnEnvelope(
      String whole, String first, String last, String full, String called, String family) {
    assertThat(PersonName.of(whole, first, last)).isEqualTo(new PersonName(full, called, family));
  }

  @Test
  void typedNumbersAreReadLineByLineEachOnce() {
    TypedNumbers typed =
        TypedNumbers.read("207-555-0101\n\n(207) 555 0102, +1 207 555 0101\nMairi\n", "US", PHONES);
    assertThat(typed.numbers())
        .extracting(PhoneNumber::e164)
        .containsExactly("+12075550101", "+12075550102");
    assertThat(typed.unreadable()).containsExactly("Mairi");
  }

  private static RowReading read(AgreementSource source, List<ColumnRole> roles, String... cells) {
    List<ColumnPlan> columns = new ArrayList<>();
    for (int i = 0; i < roles.size(); i++) {
      columns.add(new ColumnPlan(i, "Column " + i, roles.get(i)));
    }
    ImportPlan plan = new ImportPlan(columns, "US", source);
    return new RowReader(plan, PHONES).read(Arrays.asList(cells));
  }
}
