package app.gemba.core.intake;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.util.List;
import java.util.Optional;

/** Reads a date cell: ISO 8601, with or without a time, and dotted dates; nothing ambiguous. */
final class DayReader {
  private static final List<DateTimeFormatter> FORMS =
      List.of(
          DateTimeFormatter.ISO_LOCAL_DATE,
          DateTimeFormatter.ofPattern("d.M.uuuu").withResolverStyle(ResolverStyle.STRICT));

  private DayReader() {}

  static Optional<LocalDate> read(String cell) {
    String day = cell.strip();
    if (day.length() > 10 && (day.charAt(10) == 'T' || day.charAt(10) == ' ')) {
      day = day.substring(0, 10);
    }
    for (DateTimeFormatter form : FORMS) {
      try {
        return Optional.of(LocalDate.parse(day, form));
      } catch (DateTimeException e) {
        // The next form may fit.
      }
    }
    return Optional.empty();
  }
}
