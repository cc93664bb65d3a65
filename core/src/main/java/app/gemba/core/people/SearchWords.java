package app.gemba.core.people;

import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;

/**
 * What somebody types to find people: words without accents and in lower case, each of which must
 * begin one of a person's, or a part of a number.
 */
public final class SearchWords {
  private static final int MOST = 12;
  private static final Pattern DIGITS = Pattern.compile("\\+?[\\d\\s().\\-/]+");
  private static final int FEWEST_DIGITS = 3;

  private SearchWords() {}

  /** The words that somebody typed. */
  public static List<String> ofQuery(String typed) {
    return Arrays.stream(PlainWords.of(typed).split(" "))
        .filter(word -> !word.isEmpty())
        .distinct()
        .limit(MOST)
        .toList();
  }

  /**
   * The digits of a part of a number that somebody typed, without the zeros or the plus before it;
   * blank where it is none.
   */
  public static String digitsOf(String typed) {
    String plain = typed.strip();
    String digits = plain.replaceAll("\\D", "").replaceFirst("^0+", "");
    return DIGITS.matcher(plain).matches() && digits.length() >= FEWEST_DIGITS ? digits : "";
  }
}
