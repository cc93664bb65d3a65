package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import java.util.Optional;
import java.util.regex.Pattern;

/** Reads the cell of a custom field as the field's type has it. */
public final class FieldValue {
  /** Longer texts are cut. */
  public static final int LONGEST = 2_000;

  private static final Pattern PLAIN = Pattern.compile("-?\\d+([.,]\\d+)?");
  private static final Pattern GROUPED_BY_COMMA = Pattern.compile("-?\\d{1,3}(,\\d{3})+(\\.\\d+)?");
  private static final Pattern GROUPED_BY_DOT =
      Pattern.compile("-?\\d{1,3}(\\.\\d{3})+,\\d+|-?\\d{1,3}(\\.\\d{3}){2,}");

  /** Signs of money, and what separates groups of three in some countries (as CLDR has them). */
  private static final Pattern AROUND =
      Pattern.compile("^[$€£¥\\s]+|[$€£¥%\\s]+$|(?<=\\d)[\\s\u00A0\u202F'’](?=\\d{3})");

  private FieldValue() {}

  /** The value as it is kept; empty where the cell does not hold one of this type. */
  public static Optional<String> read(FieldType type, String cell, DayOrder days) {
    return switch (type) {
      case TEXT -> Optional.of(cell.length() > LONGEST ? cell.substring(0, LONGEST) : cell);
      case CHOICE -> cell.length() <= 80 ? Optional.of(cell) : Optional.empty();
      case DATE -> DayReader.read(cell, days).map(Object::toString);
      case NUMBER -> number(cell);
      case YES_NO ->
          switch (YesNo.read(cell)) {
            case YES -> Optional.of("yes");
            case NO -> Optional.of("no");
            case UNSAID -> Optional.empty();
          };
    };
  }

  /** A word for what a type holds, as in "not a number". */
  static String word(FieldType type) {
    return switch (type) {
      case TEXT -> "a text";
      case CHOICE -> "a short choice";
      case DATE -> "a date that can be read";
      case NUMBER -> "a number";
      case YES_NO -> "yes or no";
    };
  }

  /** Decimal point or decimal comma; a lone group of three behind a comma is a group. */
  private static Optional<String> number(String cell) {
    String plain = AROUND.matcher(cell.replace('−', '-')).replaceAll("");
    if (GROUPED_BY_COMMA.matcher(plain).matches()) {
      return Optional.of(plain.replace(",", ""));
    }
    if (GROUPED_BY_DOT.matcher(plain).matches()) {
      return Optional.of(plain.replace(".", "").replace(',', '.'));
    }
    return PLAIN.matcher(plain).matches() ? Optional.of(plain.replace(',', '.')) : Optional.empty();
  }

  static boolean isYesOrNo(String cell) {
    return YesNo.read(cell) != Agreement.UNSAID;
  }
}
