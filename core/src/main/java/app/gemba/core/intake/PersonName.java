package app.gemba.core.intake;

import java.util.regex.Pattern;

/**
 * A name as files carry it.
 *
 * @param full as one would write it on an envelope
 * @param first what one would call the person by; blank where that cannot be told
 * @param last the rest of the name
 */
public record PersonName(String full, String first, String last) {
  /** No name is known. */
  public static final PersonName BLANK = new PersonName("", "", "");

  private static final Pattern BLANKS = Pattern.compile("\\s+");

  /** Takes a full name apart ("Gale, Quinn" or "Quinn Gale"). */
  public static PersonName of(String whole) {
    return of(whole, "", "");
  }

  /** Puts a name together from a full one or from its parts; the parts win where both are there. */
  public static PersonName of(String whole, String first, String last) {
    String full = plain(whole);
    String called = plain(first);
    String family = plain(last);
    if (full.isEmpty()) {
      return new PersonName((called + " " + family).strip(), called, family);
    }
    int comma = full.indexOf(',');
    if (comma > 0 && comma == full.lastIndexOf(',')) {
      String before = full.substring(0, comma).strip();
      String after = full.substring(comma + 1).strip();
      return new PersonName(
          (after + " " + before).strip(),
          called.isEmpty() ? after : called,
          family.isEmpty() ? before : family);
    }
    int blank = full.indexOf(' ');
    String begin = blank < 0 ? full : full.substring(0, blank);
    String rest = blank < 0 ? "" : full.substring(blank + 1);
    return new PersonName(
        full, called.isEmpty() ? begin : called, family.isEmpty() ? rest : family);
  }

  private static String plain(String text) {
    String stripped = text.strip();
    return stripped.indexOf(' ') < 0 ? stripped : BLANKS.matcher(stripped).replaceAll(" ");
  }
}
