package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MappingGuesserTest {
  private final MappingGuesser guesser = new MappingGuesser(new PhoneReader(), "US");

  /** Heads as files from booking offices and spreadsheets have them: common practice. */
  @ParameterizedTest
  @CsvSource({
    "Mobile,        (207) 555-0101|+1 617 555 0102|,       PHONE",
    "Kontakt,       (207) 555-0101|+1 617 555 0102|,       PHONE",
    "Full name,     Oona Wick|Viggo Holm|Carys Ives,        NAME",
    "First Name,    Oona|Viggo|Carys,                       FIRST_NAME",
    "Surname,       Wick|Holm|Ives,                         LAST_NAME",
    "Contact,       oona@guests.example|v@guests.example|,  EMAIL",
    "Guest no,      MF-1|MF-2|MF-3,                         OWN_ID",
    "customer_id,   81|82|83,                               OWN_ID",
    "Texts OK?,     yes|no|,                                AGREED",
    "Home port,     Gull Steps|North Pier|Gull Steps,       FIELD",
    "Member since,  2020-01-02|2021-02-03|2022-03-04,       FIELD",
    "Remarks,       ||,                                     LEFT_OUT",
    "Paid,          yes|no|yes,                             FIELD",
    "Column 1,      Oona Wick|Mairi van der Berg|O'Hara J., NAME",
    "Column 1,      north pier|Quay|7 Gull Steps,           FIELD",
  })
  void aColumnIsGuessedFromItsNameAndItsContents(String header, String cells, ColumnRole expected) {
    ColumnGuess guess = guess(List.of(header), List.of(cells)).get(0);
    assertThat(guess.plan().role()).isEqualTo(expected);
    assertThat(guess.why()).endsWith(".");
  }

  @Test
  void severalColumnsMayBePhonesButOnlyOneIsTheName() {
    List<ColumnGuess> guesses =
        guess(
            List.of("Name", "Phone 1", "Phone 2", "Full name"),
            List.of("Oona Wick|Viggo Holm", "2075550101|2075550102", "2075550103|", "O W|V H"));
    assertThat(guesses)
        .extracting(guess -> guess.plan().role())
        .containsExactly(ColumnRole.NAME, ColumnRole.PHONE, ColumnRole.PHONE, ColumnRole.FIELD);
  }

  @Test
  void aDayOfAgreementNeedsAnAgreementBeforeIt() {
    List<String> days = List.of("2025-01-02|2025-02-03");
    assertThat(guess(List.of("Agreed on"), days).get(0).plan().role())
        .isNotEqualTo(ColumnRole.AGREED_ON);
    assertThat(
            guess(List.of("Agreed", "Agreed on"), List.of("yes|no", days.get(0)))
                .get(1)
                .plan()
                .role())
        .isEqualTo(ColumnRole.AGREED_ON);
  }

  @ParameterizedTest
  @CsvSource({"Home port, home_port", "Pass ends?, pass_ends", "Straße, straße", "'  ', field"})
  void aHeadBecomesAMergeField(String header, String key) {
    assertThat(ColumnPlan.fieldKey(header)).isEqualTo(key);
  }

  /** Columns that files of mixed origin have: common practice. */
  @ParameterizedTest
  @CsvSource({
    "Country,            Germany|DE|Sverige,                       COUNTRY",
    "Land,               Deutschland|Schweden|,                    COUNTRY",
    "Tags,               walker; member|birder|,                   TAGS",
    "Categories,         walker|member|,                           TAGS",
    "do_not_call,        TRUE||1,                                  DO_NOT_CONTACT",
    "Unsubscribed,       yes|no|no,                                DO_NOT_CONTACT",
    "Why not taken,      no number|no number in the text|,         LEFT_OUT",
    "Postal code,        04101|10115|,                             FIELD",
    "Country songs,      Jolene|Crazy|,                            FIELD",
  })
  void furtherColumnsAreGuessed(String header, String cells, ColumnRole expected) {
    assertThat(guess(List.of(header), List.of(cells)).get(0).plan().role()).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "Sailing,      03/04/2027|25/12/2026|2027-01-02, DATE",
    "Balance,      '81,90|14,84|1.200,00',           NUMBER",
    "Postal code,  04101|10115|20095,                TEXT",
    "Dog,          yes|no|yes,                       YES_NO",
    "Remark,       early boat|none|see desk,         TEXT",
  })
  void aFieldIsOfTheNarrowestTypeThatAllItsCellsFit(
      String header, String cells, FieldType expected) {
    assertThat(guess(List.of(header), List.of(cells)).get(0).plan().choices().type())
        .isEqualTo(expected);
  }

  @Test
  void fewValuesOftenSeenAreAChoice() {
    String cells = "Pier|Quay|".repeat(20) + "Pier";
    assertThat(guess(List.of("Port"), List.of(cells)).get(0).plan().choices().type())
        .isEqualTo(FieldType.CHOICE);
  }

  @ParameterizedTest
  @CsvSource({
    "Mobile, mobile",
    "Phone (home), home",
    "Phone (cell), mobile",
    "Office phone, work",
    "Fax, fax",
    "Telephone, ''",
    "Handy, mobile",
  })
  void whatANumberIsForIsReadFromItsHead(String header, String label) {
    ColumnPlan plan =
        guess(List.of(header), List.of("(207) 555-0101|+1 617 555 0102|")).get(0).plan();
    assertThat(plan.role()).isEqualTo(ColumnRole.PHONE);
    assertThat(plan.choices().into()).isEqualTo(label);
  }

  @Test
  void howItWasAgreedFollowsWhetherItWas() {
    assertThat(
            guess(
                    List.of("Agreed", "Agreed on", "How it was agreed"),
                    List.of("yes|no", "2026-01-02|2026-02-03", "web form|at the desk"))
                .stream()
                .map(guess -> guess.plan().role()))
        .containsExactly(ColumnRole.AGREED, ColumnRole.AGREED_ON, ColumnRole.AGREED_HOW);
  }

  /** Cells of each column, divided by bars. */
  private List<ColumnGuess> guess(List<String> headers, List<String> columns) {
    List<String[]> cells = columns.stream().map(column -> column.split("\\|", -1)).toList();
    int rows = cells.get(0).length;
    List<List<String>> sample = new ArrayList<>();
    for (int row = 0; row < rows; row++) {
      int at = row;
      sample.add(cells.stream().map(column -> column[at]).toList());
    }
    return guesser.guess(headers, new ArrayList<>(sample)).stream().toList();
  }

  @Test
  void noColumnIsForgotten() {
    List<String> headers = Arrays.asList("a", "b", "c");
    assertThat(guess(headers, List.of("1|2", "|", "x|y"))).hasSize(3);
  }
}
