package app.gemba.store;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/** Instants as the database keeps them: ISO 8601, UTC, always three decimals, so that they sort. */
final class Instants {
  private static final DateTimeFormatter FORM =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSS'Z'").withZone(ZoneOffset.UTC);

  private Instants() {}

  static String text(Instant instant) {
    return FORM.format(instant);
  }
}
