package app.gemba.core.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Reads a country cell: codes of ISO 3166-1 in two and three letters, and names in English, in
 * other common languages and in the country's own, as the JDK's locale data (CLDR) has them.
 */
final class CountryReader {
  private static final List<String> LANGUAGES =
      List.of("en", "de", "fr", "es", "it", "pt", "nl", "sv", "da", "nb", "fi", "pl", "cs", "tr");

  /** Short forms that no table has: common practice. */
  private static final Map<String, String> SHORT =
      Map.of(
          "uk",
          "GB",
          "england",
          "GB",
          "scotland",
          "GB",
          "wales",
          "GB",
          "great britain",
          "GB",
          "america",
          "US",
          "us of a",
          "US",
          "holland",
          "NL",
          "eire",
          "IE",
          "uae",
          "AE");

  private static final Map<String, String> BY_WORD = words();

  private CountryReader() {}

  /** The two-letter code; empty where the cell names no country. */
  static Optional<String> read(String cell) {
    return Optional.ofNullable(BY_WORD.get(key(cell)));
  }

  private static Map<String, String> words() {
    Map<String, String> words = new HashMap<>();
    for (String code : Locale.getISOCountries()) {
      Locale country = new Locale.Builder().setRegion(code).build();
      words.put(key(code), code);
      words.putIfAbsent(key(country.getISO3Country()), code);
      for (String language : LANGUAGES) {
        words.putIfAbsent(
            key(country.getDisplayCountry(new Locale.Builder().setLanguage(language).build())),
            code);
      }
    }
    for (Locale locale : Locale.getAvailableLocales()) {
      if (locale.getCountry().length() == 2 && !locale.getLanguage().isEmpty()) {
        words.putIfAbsent(key(locale.getDisplayCountry(locale)), locale.getCountry());
      }
    }
    SHORT.forEach((word, code) -> words.put(key(word), code));
    return words;
  }

  private static String key(String cell) {
    return cell.strip().toLowerCase(Locale.ROOT).replace(".", "").replaceAll("\\s+", " ");
  }
}
