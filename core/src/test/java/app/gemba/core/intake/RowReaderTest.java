package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
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
    assertThat(draft.name()).isEqualTo("Quinn Gale");
    assertThat(draft.firstName()).isEqualTo("Quinn");
    assertThat(draft.email()).isEqualTo("quinn@guests.example");
    assertThat(draft.fields()).isEqualTo(Map.of("column_5", "Gull Steps"));
    assertThat(draft.numbers())
        .extracting(PhoneNumber::e164)
        .containsExactly("+12075550101", "+442079460001");
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

  /** ISO 8601 and dotted days; 03/04 could be either and is not guessed. */
  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "2026-03-04, 2026-03-04",
        "2026-03-04T10:20:30Z, 2026-03-04",
        "4.3.2026, 2026-03-04",
        "31.2.2026, -",
        "03/04/2026, -",
        "spring, -",
      })
  void aDayIsReadOnlyWhereItCanMeanOneThing(String cell, LocalDate expected) {
    assertThat(DayReader.read(cell)).isEqualTo(Optional.ofNullable(expected));
  }

  @ParameterizedTest
  @CsvSource({
    "'Gale, Quinn', '', '', Quinn Gale, Quinn",
    "Quinn Gale, '', '', Quinn Gale, Quinn",
    "'', Quinn, Gale, Quinn Gale, Quinn",
    "'', Quinn, '', Quinn, Quinn",
    "'', '', Gale, Gale, ''",
    "' Anne-Marie   van der Meer ', '', '', Anne-Marie van der Meer, Anne-Marie",
    "'Gale, Quinn, Jr', '', '', 'Gale, Quinn, Jr', 'Gale,'",
  })
  void aNameIsPutTogetherAsItStandsOnAnEnvelope(
      String whole, String first, String last, String full, String called) {
    assertThat(PersonName.of(whole, first, last)).isEqualTo(new PersonName(full, called));
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
