package app.gemba.core.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What an agent did, by the hour. */
class SpellTest {
  @Test
  void itIsCutAtEveryFullHour() {
    Spell spell =
        new Spell(
            AgentState.TALKING,
            Instant.parse("2026-11-17T15:59:30Z"),
            Instant.parse("2026-11-17T17:00:10Z"));
    assertThat(spell.byHour())
        .containsExactly(
            piece("2026-11-17T15:00:00Z", 30),
            piece("2026-11-17T16:00:00Z", 3_600),
            piece("2026-11-17T17:00:00Z", 10));
  }

  @Test
  void thePiecesAlwaysAddUpAndNoneIsEmpty() {
    SplittableRandom random = new SplittableRandom(5);
    for (int i = 0; i < 500; i++) {
      Instant from = Instant.ofEpochMilli(1_790_000_000_000L + random.nextLong(100_000_000));
      Duration length = Duration.ofMillis(random.nextLong(20_000_000));
      List<Spell.InHour> pieces = new Spell(AgentState.BREAK, from, from.plus(length)).byHour();
      assertThat(pieces.stream().map(Spell.InHour::time).reduce(Duration.ZERO, Duration::plus))
          .isEqualTo(length);
      assertThat(pieces).noneMatch(piece -> piece.time().isZero());
    }
  }

  private static Spell.InHour piece(String hour, long seconds) {
    return new Spell.InHour(Instant.parse(hour), AgentState.TALKING, Duration.ofSeconds(seconds));
  }
}
