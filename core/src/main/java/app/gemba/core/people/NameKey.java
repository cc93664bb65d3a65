package app.gemba.core.people;

import java.util.Arrays;
import java.util.stream.Collectors;

/**
 * A name without what differs from file to file: accents, capitals, marks and the order of parts.
 */
public final class NameKey {
  private NameKey() {}

  /** The key of a name; blank for a blank name. */
  public static String of(String name) {
    String words = PlainWords.of(name);
    return words.indexOf(' ') < 0
        ? words
        : Arrays.stream(words.split(" ")).sorted().collect(Collectors.joining(" "));
  }

  /** Whether names with these keys could be one person's: they are the same, or one is blank. */
  public static boolean couldBeOne(String key, String other) {
    return key.isEmpty() || other.isEmpty() || key.equals(other);
  }
}
