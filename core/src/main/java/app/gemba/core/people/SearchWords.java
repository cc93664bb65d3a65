package app.gemba.core.people;

import java.text.Normalizer;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** The words by which a person is found: without accents, in lower case, whole and in parts. */
public final class SearchWords {
  private static final int MOST = 12;

  private SearchWords() {}

  /** The words of a person's name, e-mail and own id. */
  public static Set<String> of(String name, String email, String ownId) {
    Set<String> words = new LinkedHashSet<>(split(name));
    if (!email.isBlank()) {
      words.add(plain(email));
    }
    if (!ownId.isBlank()) {
      words.add(plain(ownId));
    }
    return words;
  }

  /** The words that somebody typed, each of which must begin one of a person's. */
  public static List<String> ofQuery(String typed) {
    return typed.contains("@") ? List.of(plain(typed)) : List.copyOf(split(typed));
  }

  private static Set<String> split(String text) {
    Set<String> words = new LinkedHashSet<>();
    for (String word : plain(text).split("[\\s,;'’]+")) {
      if (!word.isEmpty() && words.size() < MOST) {
        words.add(word);
      }
    }
    return words;
  }

  private static String plain(String text) {
    return Normalizer.normalize(text.strip(), Normalizer.Form.NFKD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT);
  }
}
