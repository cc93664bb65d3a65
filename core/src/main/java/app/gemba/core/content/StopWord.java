package app.gemba.core.content;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;

/**
 * Recognises a reply that asks to be left alone. The words stop, quit, end, revoke, opt out, cancel
 * and unsubscribe are named by 47 CFR 64.1200(a)(10) (from memory); "stopall" is common practice.
 */
public final class StopWord {
  private static final Set<String> WORDS =
      Set.of(
          "stop", "stopall", "quit", "end", "revoke", "opt out", "optout", "cancel", "unsubscribe");

  private StopWord() {}

  /** Whether a whole reply is such a word, in any case and with any punctuation around it. */
  public static boolean isIn(String reply) {
    String plain =
        Normalizer.normalize(reply, Normalizer.Form.NFKC)
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^\\p{L}\\p{N}]+", " ")
            .strip();
    return WORDS.contains(plain);
  }
}
