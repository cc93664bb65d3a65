package app.gemba.core.people;

import app.gemba.core.phone.PhoneNumber;
import java.util.Locale;

/**
 * A number as somebody has it.
 *
 * @param label what it is for, in the words of whoever wrote it down: mobile, home, fax; or blank
 * @param extension digits to be dialled behind it, or blank
 */
public record HeldNumber(PhoneNumber number, String label, String extension) {

  /** A number of which nothing more is known. */
  public static HeldNumber of(PhoneNumber number) {
    return new HeldNumber(number, "", "");
  }

  /** Whether nobody would answer: it is kept, and never called or texted. */
  public boolean isFax() {
    return isFax(label);
  }

  /** Whether a label says that a number is a fax. */
  public static boolean isFax(String label) {
    return label.toLowerCase(Locale.ROOT).contains("fax");
  }
}
