package app.gemba.core.pacing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PaceTest {
  private static final Instant START = Instant.parse("2026-11-17T14:00:00Z");

  @ParameterizedTest
  @ValueSource(ints = {1, 7, 60, 600, 60_000})
  void anHourAtAPaceIsSixtyTimesTheMinute(int perMinute) {
    List<Instant> left = played(Pace.perMinute(perMinute, START), Duration.ofMillis(200), 3600);
    assertThat((double) left.size()).isBetween(perMinute * 59.9, perMinute * 60.0 + 1);
  }

  @Test
  void noMinuteHoldsMoreThanThePaceAndASecondsCatchingUp() {
    Random random = new Random(7);
    Pace pace = Pace.perMinute(120, START);
    List<Instant> left = new ArrayList<>();
    Instant now = START;
    while (now.isBefore(START.plusSeconds(1800))) {
      // The turns of a busy machine: mostly short, now and then very late.
      now = now.plusMillis(random.nextInt(100) == 0 ? 20_000 : 50 + random.nextInt(400));
      long may = pace.available(now);
      pace = pace.after(may, now);
      for (int i = 0; i < may; i++) {
        left.add(now);
      }
    }
    for (Instant one : left) {
      Instant end = one.plusSeconds(60);
      long within = left.stream().filter(at -> !at.isBefore(one) && at.isBefore(end)).count();
      assertThat(within).isLessThanOrEqualTo(120 + 2 + 1);
    }
  }

  @Test
  void whatWasMissedIsNotCaughtUpOn() {
    Pace pace = Pace.perMinute(60, START);
    assertThat(pace.available(START.plusSeconds(3600))).isEqualTo(2);
  }

  @Test
  void aPaceOfNothingIsNoPace() {
    assertThatThrownBy(() -> Pace.perMinute(0, START)).isInstanceOf(IllegalArgumentException.class);
  }

  private static List<Instant> played(Pace pace, Duration turn, int seconds) {
    List<Instant> left = new ArrayList<>();
    Pace now = pace;
    for (Instant at = START; at.isBefore(START.plusSeconds(seconds)); at = at.plus(turn)) {
      long may = now.available(at);
      now = now.after(may, at);
      for (long i = 0; i < may; i++) {
        left.add(at);
      }
    }
    return left;
  }
}
