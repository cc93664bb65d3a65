package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StepSizeTest {

  @ParameterizedTest
  @CsvSource({
    "500, 150, 1000", // half the time that it may take: twice the rows
    "2000, 600, 1000",
    "500, 1, 4000", // never so many that a busy disk makes others wait
    "4000, 9000, 500", // never so few that a step is all commit
    "700, 0, 4000",
  })
  void aStepIsToTakeAThirdOfASecond(int rows, long millis, int next) {
    assertThat(StepSize.FIRST.after(rows, Duration.ofMillis(millis)).rows()).isEqualTo(next);
  }
}
