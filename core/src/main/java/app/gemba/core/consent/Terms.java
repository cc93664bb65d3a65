package app.gemba.core.consent;

import app.gemba.core.channel.Channel;
import app.gemba.core.hours.OpenHours;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * What a campaign brings to a verdict.
 *
 * @param campaignFrom campaign hours begin, {@code campaignTo} they end
 * @param campaignZone the house's zone; empty where campaign hours go by each person's own clock
 * @param notBefore nobody is contacted before this instant
 * @param notBeforeLocal nobody is contacted before this time on their own clock
 */
public record Terms(
    Channel channel,
    Purpose purpose,
    LocalTime campaignFrom,
    LocalTime campaignTo,
    Set<DayOfWeek> campaignDays,
    Optional<ZoneId> campaignZone,
    Optional<Instant> notBefore,
    Optional<LocalDateTime> notBeforeLocal) {
  public Terms {
    campaignDays = Set.copyOf(campaignDays);
  }

  /** Terms without hours, start or days of their own. */
  public static Terms always(Channel channel, Purpose purpose) {
    return new Terms(
        channel,
        purpose,
        LocalTime.MIDNIGHT,
        LocalTime.MIDNIGHT,
        EnumSet.allOf(DayOfWeek.class),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  OpenHours campaignHoursIn(ZoneId zone) {
    return new OpenHours(campaignFrom, campaignTo, campaignDays, campaignZone.orElse(zone));
  }
}
