package app.gemba.core.hours;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Set;

/**
 * Hours that repeat each week, on a clock of one zone. Daylight-saving changes are the tz
 * database's: an opening inside a gap opens when the gap ends.
 *
 * @param opens first moment that is open
 * @param closes first moment that is no longer open; midnight means the end of the day
 */
public record OpenHours(LocalTime opens, LocalTime closes, Set<DayOfWeek> days, ZoneId zone) {
  public OpenHours {
    days = Set.copyOf(days);
    if (!closes.equals(LocalTime.MIDNIGHT) && !opens.isBefore(closes)) {
      throw new IllegalArgumentException("hours open before they close");
    }
    if (days.isEmpty()) {
      throw new IllegalArgumentException("hours are open on at least one day");
    }
  }

  /** Whether a moment lies inside the hours. */
  public boolean isOpen(Instant moment) {
    ZonedDateTime local = moment.atZone(zone);
    LocalDate day = local.toLocalDate();
    return days.contains(local.getDayOfWeek())
        && !moment.isBefore(opening(day))
        && moment.isBefore(closing(day));
  }

  /** The moment itself where it is open, else the next moment at which the hours open. */
  Instant nextOpen(Instant moment) {
    if (isOpen(moment)) {
      return moment;
    }
    LocalDate day = moment.atZone(zone).toLocalDate();
    while (!days.contains(day.getDayOfWeek()) || opening(day).isBefore(moment)) {
      day = day.plusDays(1);
    }
    return opening(day);
  }

  private Instant opening(LocalDate day) {
    return day.atTime(opens).atZone(zone).toInstant();
  }

  private Instant closing(LocalDate day) {
    return closes.equals(LocalTime.MIDNIGHT)
        ? day.plusDays(1).atStartOfDay(zone).toInstant()
        : day.atTime(closes).atZone(zone).toInstant();
  }
}
