package app.gemba.server;

import app.gemba.store.HouseStore;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Primary;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * The clock of everything about campaigns and people. Real time in a house; in the demo it begins
 * on one fixed morning and goes on where it was left.
 */
@Component
@Primary
public class BusinessClock extends Clock implements AutoCloseable {
  /** The demo's morning: Tuesday, 17 November 2026, 9:12 in New York. */
  public static final Instant DEMO_MORNING = Instant.parse("2026-11-17T14:12:00Z");

  private final HouseStore house;
  private final Optional<Instant> begins;
  private final Duration offset;

  BusinessClock(
      HouseStore house,
      @Value("${gemba.demo:false}") boolean demo,
      @Value("${gemba.clock:}") String rehearsal) {
    this.house = house;
    this.begins =
        demo
            ? Optional.of(DEMO_MORNING)
            : Optional.of(rehearsal).filter(text -> !text.isEmpty()).map(Instant::parse);
    this.offset =
        begins
            .map(begin -> house.businessClockLastSeen().orElse(begin))
            .map(begin -> Duration.between(Instant.now(), begin))
            .orElse(Duration.ZERO);
  }

  /** Whether the clock has left real time. */
  public boolean isOffRealTime() {
    return begins.isPresent();
  }

  @Override
  public Instant instant() {
    return Instant.now().plus(offset);
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    return Clock.offset(Clock.system(zone), offset);
  }

  /** Keeps where the clock is, often enough for a kill to lose only moments. */
  @Scheduled(fixedDelay = 5000, initialDelay = 5000)
  void keep() {
    if (isOffRealTime()) {
      house.keepBusinessClock(instant());
    }
  }

  @Override
  public void close() {
    keep();
  }
}
