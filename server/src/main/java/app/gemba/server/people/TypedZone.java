package app.gemba.server.people;

import app.gemba.store.Refused;
import java.time.ZoneId;

/** A time zone as somebody typed or chose it. */
public final class TypedZone {
  private TypedZone() {}

  /**
   * Reads the name of a zone of the tz database, such as America/New_York; blanks may stand for
   * underscores.
   *
   * @throws Refused where there is no such zone
   */
  public static ZoneId read(String typed) {
    String name = typed.strip().replace(' ', '_');
    return ZoneId.getAvailableZoneIds().stream()
        .filter(zone -> zone.equalsIgnoreCase(name) && zone.contains("/"))
        .findFirst()
        .map(ZoneId::of)
        .orElseThrow(
            () ->
                new Refused(
                    Refused.Kind.INVALID,
                    "“" + typed.strip() + "” is no time zone. Choose one, such as Europe/London."));
  }
}
