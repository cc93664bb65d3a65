package app.gemba.core.intake.file;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Formula injection in files that leave: common practice. */
class FormulaGuardTest {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "=1+1",
        "+1",
        "-1",
        "@SUM(A1)",
        "\tx",
        "\rx",
        "＝1",
        "＋1",
        "－1",
        "＠x",
        "+1-207-555-0101",
        "=HYPERLINK(\"https://x.example\")"
      })
  void whatASpreadsheetWouldRunIsGuardedAndComesBack(String cell) {
    assertThat(FormulaGuard.guarded(cell)).isEqualTo("'" + cell);
    assertThat(FormulaGuard.opened("'" + cell)).isEqualTo(cell);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "Oona Wick",
        "a=b",
        "7:10",
        "'quoted",
        "+12075550101",
        "+442079460006 ext. 12"
      })
  void anythingElseStaysAsItIs(String cell) {
    assertThat(FormulaGuard.guarded(cell)).isEqualTo(cell);
    assertThat(FormulaGuard.opened(cell)).isEqualTo(cell);
  }
}
