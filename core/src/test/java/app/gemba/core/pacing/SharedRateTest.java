package app.gemba.core.pacing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.Optional;
import org.junit.jupiter.api.Test;

class SharedRateTest {
  @Test
  void aSenderWithoutACapLeavesACampaignItsOwnPace() {
    assertThat(new SharedRate(Optional.empty(), 3).textsPerMinute(90, 500, 1_500)).isEqualTo(90);
  }

  @Test
  void longTextsTakeMoreOfTheCapAndOthersTakeTheirTurn() {
    SharedRate alone = new SharedRate(Optional.of(60), 1);
    assertThat(alone.textsPerMinute(100, 500, 500)).isEqualTo(60);
    assertThat(alone.textsPerMinute(100, 500, 1_000)).isEqualTo(30);
    assertThat(alone.textsPerMinute(20, 500, 500)).isEqualTo(20);
    SharedRate shared = new SharedRate(Optional.of(60), 2);
    assertThat(shared.textsPerMinute(100, 500, 1_000)).isEqualTo(15);
  }

  @Test
  void thereIsAlwaysSomePaceLeft() {
    assertThat(new SharedRate(Optional.of(1), 5).textsPerMinute(100, 10, 40)).isEqualTo(1);
    assertThatIllegalArgumentException().isThrownBy(() -> new SharedRate(Optional.of(1), 0));
  }
}
