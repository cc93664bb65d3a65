package app.gemba.core.people;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A name without what differs from file to file: accents, capitals, marks and the order of parts.
 */
public final class NameKey {
  private static final Pattern MARKS = Pattern.compile("\\p{M}");
  private static final Pattern NO_LETTER = Pattern.compile("[^\\p{L}\\p{N}]+");

  private NameKey() {}

  /** The key of a name; blank for a blank name. */
  public static String of(String name) {
    String plain = name;
    if (!isAscii(name)) {
      plain = MARKS.matcher(Normalizer.normalize(name, Normalizer.Form.NFKD)).replaceAll("");
    }
    String words = NO_LETTER.matcher(plain.toLowerCase(Locale.ROOT)).replaceAll(" ").strip();
    return words.indexOf(' ') < 0
        ? words
        : Arrays.stream(words.split(" ")).sorted().collect(Collectors.joining(" "));
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
