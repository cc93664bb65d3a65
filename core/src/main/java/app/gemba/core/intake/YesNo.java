package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import java.util.Locale;
import java.util.Set;

/** Reads a yes/no cell. Words beside English ones are common practice in files of mixed origin. */
final class YesNo {
  private static final Set<String> YES =
      Set.of(
          "yes",
          "y",
          "true",
          "t",
          "1",
          "x",
          "ok",
          "ja",
          "oui",
          "si",
          "sí",
          "agreed",
          "opt-in",
          "subscribed",
          "✓",
          "✔");
  private static final Set<String> NO =
      Set.of(
          "no",
          "n",
          "false",
          "f",
          "0",
          "nein",
          "nej",
          "non",
          "stop",
          "opt-out",
          "opted out",
          "unsubscribed",
          "never",
          "✗",
          "✘");

  private YesNo() {}

  /** A cell that is neither says nothing. */
  static Agreement read(String cell) {
    String word = cell.strip().toLowerCase(Locale.ROOT);
    if (YES.contains(word)) {
      return Agreement.YES;
    }
    return NO.contains(word) ? Agreement.NO : Agreement.UNSAID;
  }
}
