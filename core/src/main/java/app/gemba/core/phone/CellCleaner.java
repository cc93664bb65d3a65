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
          "^(?:tel|phone|telephone|mobile|cell|home|work|callto|fax|no|nr|ph)\\s*[.:]?\\s*(?=[+(\\d])",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern BLANKS = Pattern.compile("[ \\t]+");
  private static final Pattern QUOTES = Pattern.compile("^[\"']+|[\"';]+$");
  private static final Pattern FORMULA_MARK = Pattern.compile("^[=@$](?=[+\\d])");
  private static final Pattern PERCENT_PLUS = Pattern.compile("^%2[bB]");

  private CellCleaner() {}

  /**
   * A cell that has been tidied.
   *
   * @param text plain digits, Latin letters, ASCII punctuation and single blanks
   * @param odd what had to be put right that a careful reader would mention; an empty text for what
   *     is ordinary
   */
  record Tidy(String text, String odd) {}

  /** The cell in plain digits, Latin letters, ASCII punctuation and single blanks. */
  static Tidy clean(String raw) {
    String typed = raw.strip();
    if (isPlain(typed)) {
      return new Tidy(typed, "");
    }
    String odd = oddCharacters(raw);
    String text = Normalizer.normalize(raw, Normalizer.Form.NFKC);
    StringBuilder plain = new StringBuilder(text.length());
    text.codePoints().forEach(point -> appendPlain(plain, point));
    String cell = BLANKS.matcher(plain.toString().strip()).replaceAll(" ");
    Matcher guarded = TEXT_GUARD.matcher(cell);
    if (guarded.matches()) {
      cell = guarded.group(1);
    }
    cell = QUOTES.matcher(cell).replaceAll("");
    if (FORMULA_MARK.matcher(cell).find()) {
      odd = "a formula's mark stood before it";
      cell = cell.substring(1);
    }
    if (PERCENT_PLUS.matcher(cell).find()) {
      odd = "its plus was written %2B";
      cell = "+" + cell.substring(3);
    }
    cell = LABEL.matcher(cell.strip()).replaceFirst("");
    if (THOUSANDS.matcher(cell).matches()) {
      return new Tidy(cell.replaceAll("[$,']", ""), "it was grouped as a sum of money");
    }
    Matcher decimals = DECIMALS.matcher(cell.strip());
    if (decimals.matches()) {
      return new Tidy(decimals.group(1), cell.contains(",") ? "it had a decimal comma" : odd);
    }
    return new Tidy(cell.strip(), odd);
  }

  /** Most cells hold digits and the usual marks alone, and need none of the care below. */
  private static boolean isPlain(String cell) {
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if ((c < '0' || c > '9') && " ()-+".indexOf(c) < 0) {
        return false;
      }
    }
    return !cell.contains("  ");
  }

  /** One of several numbers of a tidy cell, without its own label and decimals. */
  static String part(String part) {
    String bare = LABEL.matcher(part.strip()).replaceFirst("");
    return DECIMALS.matcher(bare).replaceFirst("$1");
  }

  /** Marks and digits that nobody types by habit: the cell may have been damaged on its way. */
  private static String oddCharacters(String raw) {
    boolean ascii = false;
    boolean other = false;
    for (int i = 0; i < raw.length(); ) {
      int point = raw.codePointAt(i);
      i += Character.charCount(point);
      if (point >= '0' && point <= '9') {
        ascii = true;
      } else if (point >= 0x80 && Character.getType(point) == Character.DECIMAL_DIGIT_NUMBER) {
        other |= point < 0xFF10 || point > 0xFF19;
        if (point > 0xFFFF) {
          return "its digits are of an odd alphabet";
        }
      } else if (Character.getType(point) == Character.OTHER_NUMBER) {
        return "its digits are of an odd alphabet";
      } else if (point == '_' || point == 0xB7 || point == 0x2022) {
        return "an odd mark stood between its digits";
      } else if (point == 0xFFFD || point == 0) {
        return "a character in it was damaged";
      }
    }
    return ascii && other ? "its digits are of two alphabets" : "";
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
