package app.gemba.core;

import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** People as tests know them. */
public final class Known {
  private Known() {}

  /** A number that takes texts, in all of the zones. */
  public static PhoneNumber mobile(String e164, String... zones) {
    Set<ZoneId> in = Arrays.stream(zones).map(ZoneId::of).collect(Collectors.toSet());
    return new PhoneNumber(e164, LineType.LANDLINE_OR_MOBILE, "US", in);
  }

  /** Somebody who said yes and can be texted. */
  public static Standing agreed(PhoneNumber number) {
    return new Standing(Optional.of(number), false, false, Agreement.YES);
  }
}
