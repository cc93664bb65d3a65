package app.gemba.core.phone;

import java.time.ZoneId;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A telephone number with all that a verdict needs of it, worked out once when it is taken in.
 *
 * @param e164 the number in ITU-T E.164 form, with its plus
 * @param type what kind of line it is
 * @param region ISO 3166-1 code of the country, or "ZZ" where the number belongs to none
 * @param zones every time zone the number could be in; empty where none is known
 */
public record PhoneNumber(String e164, LineType type, String region, Set<ZoneId> zones) {
  private static final Pattern E164 = Pattern.compile("\\+[1-9]\\d{3,14}");

  public PhoneNumber {
    if (!E164.matcher(e164).matches()) {
      throw new IllegalArgumentException("not an E.164 number: " + e164);
    }
    zones = Set.copyOf(zones);
  }

  /** The number with all but its country and last two digits hidden, for logs. */
  public static String masked(String e164) {
    if (e164.length() < 7) {
      return "*".repeat(e164.length());
    }
    return e164.substring(0, 3) + "*".repeat(e164.length() - 5) + e164.substring(e164.length() - 2);
  }
}
