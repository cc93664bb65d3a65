package app.gemba.core.phone;

import java.text.Normalizer;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Undoes what keyboards, address books and spreadsheets do to a number before it reaches a file:
 * odd spaces and hyphens, invisible marks, other scripts' digits, text guards and decimals.
 */
final class CellCleaner {
  /** A number in scientific notation, with a decimal point or a decimal comma. */
  private static final Pattern SCIENTIFIC =
      Pattern.compile("\\+?(\\d)[.,](\\d+)[eE]\\+?(\\d{1,2})");

  private static final Pattern TEXT_GUARD = Pattern.compile("^=\"(.*)\"$");
  private static final Pattern THOUSANDS =
      Pattern.compile("\\$?\\d{1,3}([,'])\\d{3}(?:\\1\\d{3}){2,}");
  private static final Pattern DECIMALS = Pattern.compile("^(\\+?\\d{7,15})[.,]0{1,2}$");
  private static final Pattern LABEL =
      Pattern.compile(
          "^(?:tel|phone|telephone|mobile|cell|callto|fax|no|nr|ph)\\s*[.:]?\\s*(?=[+(\\d])",
          Pattern.CASE_INSENSITIVE);

  private CellCleaner() {}

  /** The cell in plain digits, Latin letters, ASCII punctuation and single blanks. */
  static String clean(String raw) {
    String text = Normalizer.normalize(raw, Normalizer.Form.NFKC);
    StringBuilder plain = new StringBuilder(text.length());
    text.codePoints().forEach(point -> appendPlain(plain, point));
    String cell = plain.toString().strip().replaceAll("[ \\t]+", " ");
    Matcher guarded = TEXT_GUARD.matcher(cell);
    if (guarded.matches()) {
      cell = guarded.group(1);
    }
    cell = cell.replaceAll("^[\"']+|[\"';]+$", "");
    cell = cell.replaceAll("^[=@$](?=[+\\d])", "");
    cell = cell.replaceAll("^%2[bB]", "+");
    cell = LABEL.matcher(cell.strip()).replaceFirst("");
    if (THOUSANDS.matcher(cell).matches()) {
      return cell.replaceAll("[$,']", "");
    }
    return DECIMALS.matcher(cell.strip()).replaceFirst("$1");
  }

  /**
   * Reads a cell in scientific notation.
   *
   * @return empty where the cell is none; the digits, or an empty text where digits were lost
   */
  static Optional<String> scientific(String cell) {
    Matcher match = SCIENTIFIC.matcher(cell);
    if (!match.matches()) {
      return Optional.empty();
    }
    int exponent = Integer.parseInt(match.group(3));
    String fraction = match.group(2);
    return Optional.of(fraction.length() == exponent ? match.group(1) + fraction : "");
  }

  private static void appendPlain(StringBuilder plain, int point) {
    int digit = Character.digit(point, 10);
    switch (Character.getType(point)) {
      case Character.DECIMAL_DIGIT_NUMBER -> plain.append(digit);
      case Character.SPACE_SEPARATOR -> plain.append(' ');
      case Character.DASH_PUNCTUATION -> plain.append('-');
      case Character.FORMAT, Character.OTHER_SYMBOL, Character.SURROGATE -> {
        // Invisible marks and pictures carry nothing of the number.
      }
      case Character.CONTROL -> plain.append(point == '\n' || point == '\r' ? '\n' : ' ');
      default -> {
        if (point == 0x2212) {
          plain.append('-');
        } else if (point == '_' || point == 0xB7 || point == 0x2022 || point == 0xFFFD) {
          plain.append(' ');
        } else {
          plain.appendCodePoint(point);
        }
      }
    }
  }
}
