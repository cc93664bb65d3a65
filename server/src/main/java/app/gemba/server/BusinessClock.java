package app.gemba.server;

import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
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

  /**
   * Where the clock was, when on the machine's clock, and how many times faster it has run since.
   */
  private record Course(Instant business, Instant machine, int speed) {
    Instant at(Instant machineNow) {
      return business.plus(Duration.between(machine, machineNow).multipliedBy(speed));
    }
  }

  private volatile Course course;

  BusinessClock(
      HouseStore house,
      @Value("${gemba.demo:false}") boolean demo,
      @Value("${gemba.clock:}") String rehearsal) {
    this.house = house;
    this.begins =
        demo
            ? Optional.of(DEMO_MORNING)
            : Optional.of(rehearsal).filter(text -> !text.isEmpty()).map(Instant::parse);
    Instant machine = Instant.now();
    this.course =
        new Course(
            begins.map(begin -> house.businessClockLastSeen().orElse(begin)).orElse(machine),
            machine,
            1);
  }

  /** How many times faster than in life the clock runs. */
  public int speed() {
    return course.speed();
  }

  /**
   * Lets the clock run so many times faster.
   *
   * @throws Refused where it is real time: only a demo or a rehearsal may run faster
   */
  public synchronized void run(int speed) {
    if (begins.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This house runs in real time; only a rehearsal may go faster.");
    }
    Instant machine = Instant.now();
    course = new Course(course.at(machine), machine, speed);
  }

  /** Whether the clock has left real time. */
  public boolean isOffRealTime() {
    return begins.isPresent();
  }

  @Override
  public Instant instant() {
    return begins.isPresent() ? course.at(Instant.now()) : Instant.now();
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    return new Clock() {
      @Override
      public ZoneId getZone() {
        return zone;
      }

      @Override
      public Clock withZone(ZoneId other) {
        return BusinessClock.this.withZone(other);
      }

      @Override
      public Instant instant() {
        return BusinessClock.this.instant();
      }
    };
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
