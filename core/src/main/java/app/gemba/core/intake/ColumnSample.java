package app.gemba.core.intake;

import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** What the sampled cells of one column look like. */
final class ColumnSample {
  private static final int FEWEST_FOR_A_CHOICE = 30;
  private static final int MOST_CHOICES = 12;

  /** Two to four words, the first and the last with a capital: Oona Wick, Mairi van der Berg. */
  private static final Pattern NAME =
      Pattern.compile("\\p{Lu}[\\p{L}'’.-]*,?(?: [\\p{L}'’.-]+){0,2} \\p{Lu}[\\p{L}'’.-]*");

  private final Set<String> values = new HashSet<>();
  private int filled;
  private int emails;
  private int numbers;
  private int days;
  private int yesNo;
  private int countries;
  private int decimals;
  private int names;
  private boolean leadingZero;

  /**
   * @param anyCountry whether national numbers may be of any country, since a column names it
   */
  ColumnSample(
      List<List<String>> rows, int column, PhoneReader phones, String region, boolean anyCountry) {
    for (List<String> row : rows) {
      String cell = column < row.size() ? row.get(column).strip() : "";
      if (!cell.isEmpty()) {
        count(cell, phones, region, anyCountry);
      }
    }
  }

  private void count(String cell, PhoneReader phones, String region, boolean anyCountry) {
    filled++;
    values.add(cell);
    emails += cell.contains("@") && cell.contains(".") ? 1 : 0;
    DayReader.Readings read = DayReader.readings(cell);
    boolean day = read.dayFirst() || read.monthFirst();
    days += day ? 1 : 0;
    yesNo += FieldValue.isYesOrNo(cell) ? 1 : 0;
    countries += CountryReader.read(cell).isPresent() ? 1 : 0;
    decimals += FieldValue.read(FieldType.NUMBER, cell, DayOrder.UNDECIDED).isPresent() ? 1 : 0;
    names += NAME.matcher(cell).matches() ? 1 : 0;
    leadingZero |= cell.length() > 1 && cell.charAt(0) == '0' && Character.isDigit(cell.charAt(1));
    boolean number = phones.read(cell, region) instanceof PhoneReading.Numbers;
    numbers += number || (anyCountry && !day && looksNational(cell)) ? 1 : 0;
  }

  private static boolean looksNational(String cell) {
    long digits = cell.chars().filter(Character::isDigit).count();
    return digits >= 8 && digits <= 15 && cell.matches("[+\\d().\\s/-]+");
  }

  int filled() {
    return filled;
  }

  int emails() {
    return emails;
  }

  int numbers() {
    return numbers;
  }

  int days() {
    return days;
  }

  int yesNo() {
    return yesNo;
  }

  int countries() {
    return countries;
  }

  int names() {
    return names;
  }

  int distinct() {
    return values.size();
  }

  double share(int count) {
    return filled == 0 ? 0 : (double) count / filled;
  }

  String says(int count, String what) {
    return count == filled
        ? "Each filled cell holds " + what + "."
        : Math.round(100 * share(count)) + " % of the filled cells hold " + what + ".";
  }

  /** The narrowest type that all sampled cells fit. */
  FieldType type() {
    if (days == filled) {
      return FieldType.DATE;
    }
    if (decimals == filled && !leadingZero) {
      return FieldType.NUMBER;
    }
    if (yesNo == filled && values.size() > 1) {
      return FieldType.YES_NO;
    }
    boolean few = values.size() <= MOST_CHOICES && values.stream().allMatch(v -> v.length() <= 40);
    return filled >= FEWEST_FOR_A_CHOICE && few ? FieldType.CHOICE : FieldType.TEXT;
  }
}
