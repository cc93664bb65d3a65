package app.gemba.core.intake;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a date cell: ISO 8601, with or without a time; a named month; three numbers in an order
 * that is known or that can mean one thing only. Dots stand in day-first dates (common practice). A
 * year of two digits lies between 1970 and 2069.
 */
final class DayReader {
  private static final Pattern TIME =
      Pattern.compile("[T ]\\d{1,2}:\\d{2}.*$", Pattern.CASE_INSENSITIVE);
  private static final Pattern YEAR_FIRST =
      Pattern.compile("(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})|(\\d{4})(\\d{2})(\\d{2})");
  private static final Pattern NUMBERS =
      Pattern.compile("(\\d{1,2})([-/. ])\\s*(\\d{1,2})\\2\\s*(\\d{4}|\\d{2})\\.?");
  private static final Pattern DAY_MONTH =
      Pattern.compile(
          "(\\d{1,2})(?:st|nd|rd|th)?[-. ]+(?:of )?(\\p{L}{3,9})[-., ]+(\\d{4}|\\d{2})");
  private static final Pattern MONTH_DAY =
      Pattern.compile("(\\p{L}{3,9})[-. ]+(\\d{1,2})(?:st|nd|rd|th)?[-., ]+(\\d{4})");
  private static final List<String> MONTHS =
      List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");

  private DayReader() {}

  static Optional<LocalDate> read(String cell, DayOrder order) {
    String day = TIME.matcher(cell.strip()).replaceFirst("");
    Matcher first = YEAR_FIRST.matcher(day);
    if (first.matches()) {
      int from = first.group(1) != null ? 1 : 4;
      return of(first.group(from), first.group(from + 1), first.group(from + 2));
    }
    Matcher numbers = NUMBERS.matcher(day);
    if (numbers.matches()) {
      return inOrder(numbers, order);
    }
    Matcher dayMonth = DAY_MONTH.matcher(day);
    if (dayMonth.matches()) {
      return of(dayMonth.group(3), month(dayMonth.group(2)), dayMonth.group(1));
    }
    Matcher monthDay = MONTH_DAY.matcher(day);
    return monthDay.matches()
        ? of(monthDay.group(3), month(monthDay.group(1)), monthDay.group(2))
        : Optional.empty();
  }

  /** Whether a cell can be read day first, and whether month first; both where it is ambiguous. */
  static Readings readings(String cell) {
    return new Readings(
        read(cell, DayOrder.DAY_FIRST).isPresent(),
        read(cell, DayOrder.MONTH_FIRST).isPresent(),
        read(cell, DayOrder.UNDECIDED).isPresent());
  }

  /** In which orders a cell is a day; {@code either} where the order does not matter. */
  record Readings(boolean dayFirst, boolean monthFirst, boolean either) {}

  private static Optional<LocalDate> inOrder(Matcher numbers, DayOrder order) {
    String year = numbers.group(4);
    Optional<LocalDate> dayFirst = of(year, numbers.group(3), numbers.group(1));
    Optional<LocalDate> monthFirst = of(year, numbers.group(1), numbers.group(3));
    if (order == DayOrder.DAY_FIRST || numbers.group(2).equals(".")) {
      return dayFirst;
    }
    if (order == DayOrder.MONTH_FIRST) {
      return monthFirst;
    }
    if (dayFirst.isPresent() && monthFirst.isPresent()) {
      return dayFirst.equals(monthFirst) ? dayFirst : Optional.empty();
    }
    return dayFirst.or(() -> monthFirst);
  }

  private static String month(String name) {
    String begin = name.toLowerCase(Locale.ROOT).substring(0, 3);
    return String.valueOf(MONTHS.indexOf(begin) + 1);
  }

  private static Optional<LocalDate> of(String year, String month, String day) {
    int number = Integer.parseInt(year);
    int full = year.length() == 4 ? number : number < 70 ? 2000 + number : 1900 + number;
    try {
      return Optional.of(LocalDate.of(full, Integer.parseInt(month), Integer.parseInt(day)));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }
}
