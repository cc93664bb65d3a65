package app.gemba.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Formula injection in exported files: common practice. */
class SafeCellTest {

  @ParameterizedTest
  @ValueSource(strings = {"=1+1", "+1", "-1", "@SUM(A1)", "\tx", "\rx", "＝1", "＋1", "－1", "＠x"})
  void whatASpreadsheetWouldRunIsGuarded(String cell) {
    assertThat(SafeCell.of(cell)).isEqualTo("'" + cell);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "Oona Wick", "a=b", "7:10", "'quoted"})
  void anythingElseStaysAsItIs(String cell) {
    assertThat(SafeCell.of(cell)).isEqualTo(cell);
  }
}
