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
