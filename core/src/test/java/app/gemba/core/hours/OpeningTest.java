package app.gemba.core.hours;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Changes of the clock are those of the tz database that ships with the JDK. */
class OpeningTest {
  private static final Set<DayOfWeek> ALL = EnumSet.allOf(DayOfWeek.class);
  private static final List<String> ZONES =
      List.of(
          "America/New_York",
          "America/Chicago",
          "America/Phoenix",
          "Europe/London",
          "Europe/Stockholm",
          "Australia/Lord_Howe",
          "Asia/Kolkata",
          "America/St_Johns",
          "Pacific/Apia");

  @ParameterizedTest
  @CsvSource({
    // The night of 8 March 2026 has no 2:30 in New York, that of 1 November has 1:30 twice.
    "02:30, 2026-03-08T05:00:00Z, 2026-03-08T07:30:00Z",
    "01:30, 2026-11-01T04:00:00Z, 2026-11-01T05:30:00Z",
    "08:00, 2026-03-08T07:30:00Z, 2026-03-08T12:00:00Z",
    "08:00, 2026-11-01T07:30:00Z, 2026-11-01T13:00:00Z",
  })
  void anHourIsTheClocksOwnAcrossItsChanges(LocalTime opens, Instant from, Instant expected) {
    OpenHours hours = new OpenHours(opens, LocalTime.of(21, 0), ALL, ZoneId.of("America/New_York"));
    assertThat(Opening.next(List.of(hours), from)).contains(expected);
  }

  @Test
  void midnightIsTheEndOfTheDay() {
    OpenHours evening =
        new OpenHours(LocalTime.of(20, 0), LocalTime.MIDNIGHT, ALL, ZoneId.of("Europe/London"));
    assertThat(evening.isOpen(Instant.parse("2026-11-17T23:59:59Z"))).isTrue();
    assertThat(evening.isOpen(Instant.parse("2026-11-18T00:00:00Z"))).isFalse();
  }

  @Test
  void aDayThatIsLeftOutIsPassedOver() {
    Set<DayOfWeek> week = EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);
    OpenHours office =
        new OpenHours(LocalTime.of(9, 0), LocalTime.of(17, 0), week, ZoneId.of("Europe/London"));
    assertThat(Opening.next(List.of(office), Instant.parse("2026-11-20T18:00:00Z")))
        .contains(Instant.parse("2026-11-23T09:00:00Z"));
  }

  @Test
  void hoursThatCannotOpenAreNotMade() {
    ZoneId zone = ZoneId.of("Europe/London");
    LocalTime nine = LocalTime.of(9, 0);
    assertThatThrownBy(() -> new OpenHours(nine, nine, ALL, zone))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new OpenHours(nine, LocalTime.of(17, 0), Set.of(), zone))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void theNextOpeningIsTheOneThatAWatchKeptEveryMinuteWouldFind() {
    Random random = new Random(20261117);
    for (int round = 0; round < 150; round++) {
      List<OpenHours> all = new ArrayList<>();
      for (int i = 0; i <= random.nextInt(3); i++) {
        all.add(someHours(random));
      }
      Instant from =
          Instant.parse("2026-01-01T00:00:00Z").plus(Duration.ofMinutes(random.nextInt(525_600)));
      Optional<Instant> found = Opening.next(all, from);
      assertThat(found.filter(next -> next.isBefore(from.plus(7, ChronoUnit.DAYS))))
          .as("%s from %s", all, from)
          .isEqualTo(watched(all, from));
    }
  }

  /** Steps through a week minute by minute: slow and plain. */
  private static Optional<Instant> watched(List<OpenHours> all, Instant from) {
    for (int minute = 0; minute < 7 * 24 * 60; minute++) {
      Instant now = from.plus(Duration.ofMinutes(minute));
      if (all.stream().allMatch(hours -> openByTheWallClock(hours, now))) {
        return Optional.of(now);
      }
    }
    return Optional.empty();
  }

  private static boolean openByTheWallClock(OpenHours hours, Instant now) {
    var local = now.atZone(hours.zone());
    LocalTime time = local.toLocalTime();
    boolean beforeEnd = hours.closes().equals(LocalTime.MIDNIGHT) || time.isBefore(hours.closes());
    return hours.days().contains(local.getDayOfWeek())
        && !time.isBefore(hours.opens())
        && beforeEnd;
  }

  /** Between 4 and midnight, where no zone of ours changes its clock. */
  private static OpenHours someHours(Random random) {
    int opens = 4 * 60 + random.nextInt(15 * 60);
    int closes = opens + 30 + random.nextInt(24 * 60 - opens - 30);
    EnumSet<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
    while (days.isEmpty()) {
      for (DayOfWeek day : DayOfWeek.values()) {
        if (random.nextDouble() < 0.7) {
          days.add(day);
        }
      }
    }
    return new OpenHours(
        LocalTime.of(opens / 60, opens % 60),
        LocalTime.of(closes / 60, closes % 60),
        days,
        ZoneId.of(ZONES.get(random.nextInt(ZONES.size()))));
  }
}
