package app.gemba.core.people;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * A text as its words alone: in lower case, without accents and other marks, one space between
 * them. Of any script; what people are found and told apart by.
 */
public final class PlainWords {
  private static final Pattern MARKS = Pattern.compile("\\p{M}");
  private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}\\p{N}]+");

  /** Latin letters that Unicode does not take apart, as transliteration has them (from memory). */
  private static final Map<Character, String> WITHOUT_PARTS =
      Map.of(
          'ø', "o", 'ł', "l", 'đ', "d", 'ð', "d", 'ħ', "h", 'ı', "i", 'æ', "ae", 'œ', "oe", 'ß',
          "ss", 'þ', "th");

  private PlainWords() {}

  /** The words of a text; blank where it has none. */
  public static String of(String text) {
    return isAscii(text) ? ofAscii(text) : ofAny(text);
  }

  private static String ofAscii(String text) {
    StringBuilder words = new StringBuilder(text.length());
    boolean between = false;
    for (int i = 0; i < text.length(); i++) {
      char letter = text.charAt(i);
      if (letter >= 'A' && letter <= 'Z') {
        letter += 'a' - 'A';
      }
      boolean ofWord = letter >= 'a' && letter <= 'z' || letter >= '0' && letter <= '9';
      if (ofWord) {
        if (between && !words.isEmpty()) {
          words.append(' ');
        }
        words.append(letter);
      }
      between = !ofWord;
    }
    return words.toString();
  }

  private static String ofAny(String text) {
    String parts = Normalizer.normalize(text, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
    String plain = BETWEEN.matcher(MARKS.matcher(parts).replaceAll("")).replaceAll(" ").strip();
    StringBuilder words = new StringBuilder(plain.length());
    for (int i = 0; i < plain.length(); i++) {
      char letter = plain.charAt(i);
      words.append(WITHOUT_PARTS.getOrDefault(letter, String.valueOf(letter)));
    }
    return words.toString();
  }

  private static boolean isAscii(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (text.charAt(i) >= 0x80) {
        return false;
      }
    }
    return true;
  }
}
