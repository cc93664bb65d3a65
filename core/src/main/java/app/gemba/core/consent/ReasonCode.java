package app.gemba.core.consent;

/**
 * Why a contact is refused or held. The order is the order in which reasons are shown: number,
 * suppression, consent, hours.
 */
public enum ReasonCode {
  NO_NUMBER("no number that can be used", "the number", false),
  LANDLINE(
      "only a landline", "a landline takes neither texts nor voicemail: common practice", false),
  SPECIAL_NUMBER("only a free-phone, premium or company number", "common practice", false),
  TWICE("same number as somebody earlier in the audience", "each number once", false),
  SUPPRESSED("suppressed: must not be contacted", "suppressions of the house", false),
  SAID_NO("said no", "47 CFR 64.1200(a)(10); PECR 2003 reg. 22 (from memory)", false),
  NO_AGREEMENT(
      "no agreement to marketing",
      "47 CFR 64.1200(a)(2); PECR 2003 reg. 22; UWG s.7 (from memory)",
      false),
  NO_VOICE_AGREEMENT(
      "no agreement to calls with a recorded voice",
      "47 CFR 64.1200(a)(1)(iii); for voicemail FCC 22-85 (from memory)",
      false),
  NO_SHARED_HOURS("never within all hours at once", "contact and campaign hours", false),
  ZONE_UNKNOWN("time zone not known", "contact hours need a clock", true),
  CONTACT_HOURS("outside contact hours", "47 CFR 64.1200(c)(1) (from memory)", true),
  CAMPAIGN_HOURS("outside the campaign's hours", "the campaign", true),
  TRIED_AGAIN("not reached, and tried again later", "the campaign's retry plan", true),
  FOLLOW_UP("promised to be called again", "an agent's follow-up", true);

  private final String words;
  private final String source;
  private final boolean holds;

  ReasonCode(String words, String source, boolean holds) {
    this.words = words;
    this.source = source;
    this.holds = holds;
  }

  /** The reason in words that fit behind one person and behind a count of many. */
  public String words() {
    return words;
  }

  /** The published text behind the rule, or that it is common practice or the house's own. */
  public String source() {
    return source;
  }

  /** Whether the reason only holds the contact, rather than refusing it. */
  public boolean holds() {
    return holds;
  }
}
