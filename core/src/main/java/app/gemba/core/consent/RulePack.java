package app.gemba.core.consent;

import app.gemba.core.hours.OpenHours;
import app.gemba.core.phone.PhoneNumber;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;

/**
 * The rules that hold everywhere, to begin with. Packs by jurisdiction will narrow them.
 *
 * @param version changes whenever a rule does; every attempt records it
 * @param opens contact hours begin, on every clock the number could be on
 * @param closes contact hours end
 * @param marketingNeedsYes whether marketing goes only to those who agreed
 * @param recordedVoiceRegions where a call with a recorded voice needs a yes whatever its purpose
 */
public record RulePack(
    String version,
    LocalTime opens,
    LocalTime closes,
    boolean marketingNeedsYes,
    Set<String> recordedVoiceRegions) {
  public RulePack {
    recordedVoiceRegions = Set.copyOf(recordedVoiceRegions);
  }

  /**
   * 8 to 21 on the person's clock (47 CFR 64.1200(c)(1), from memory), applied to texts and to
   * service messages alike as common practice; marketing only after a yes. In the United States a
   * call with a recorded voice only after a yes too (47 CFR 64.1200(a)(1)(iii), from memory), which
   * holds for a voicemail as for any such call (FCC 22-85, from memory).
   */
  public static RulePack general() {
    return new RulePack("general-2", LocalTime.of(8, 0), LocalTime.of(21, 0), true, Set.of("US"));
  }

  /** Whether a call with a recorded voice to a number needs a yes, whatever its purpose. */
  boolean recordedVoiceNeedsYes(PhoneNumber number) {
    return recordedVoiceRegions.contains(number.region());
  }

  OpenHours contactHoursIn(ZoneId zone) {
    Set<DayOfWeek> all = EnumSet.allOf(DayOfWeek.class);
    return new OpenHours(opens, closes, all, zone);
  }
}
