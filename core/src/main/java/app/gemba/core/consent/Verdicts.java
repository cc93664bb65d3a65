package app.gemba.core.consent;

import app.gemba.core.hours.OpenHours;
import app.gemba.core.hours.Opening;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The verdict: a pure function of what is known, evaluated rule by rule. */
public final class Verdicts {
  private final RulePack pack;

  /** Verdicts under a rule pack. */
  public Verdicts(RulePack pack) {
    this.pack = pack;
  }

  /** The rule pack's version, as attempts record it. */
  public String packVersion() {
    return pack.version();
  }

  /** Whether, and if not why not, a contact may be contacted at a moment. */
  public Verdict of(Standing standing, Terms terms, Instant now) {
    List<ReasonCode> refusals = new ArrayList<>();
    standing.number().flatMap(number -> typeRefusal(number, terms)).ifPresent(refusals::add);
    if (standing.number().isEmpty()) {
      refusals.add(ReasonCode.NO_NUMBER);
    }
    if (standing.earlierInAudience()) {
      refusals.add(ReasonCode.TWICE);
    }
    if (standing.suppressed()) {
      refusals.add(ReasonCode.SUPPRESSED);
    }
    if (standing.agreement() == Agreement.NO) {
      refusals.add(ReasonCode.SAID_NO);
    } else if (standing.agreement() == Agreement.UNSAID) {
      missingYes(standing, terms).ifPresent(refusals::add);
    }
    if (!refusals.isEmpty()) {
      return new Verdict.Refused(refusals);
    }
    return withinHours(standing.number().orElseThrow().zones(), terms, now);
  }

  private Optional<ReasonCode> missingYes(Standing standing, Terms terms) {
    if (terms.purpose() == Purpose.MARKETING && pack.marketingNeedsYes()) {
      return Optional.of(ReasonCode.NO_AGREEMENT);
    }
    boolean recorded =
        terms.channel().hasRecordedVoice()
            && standing.number().filter(pack::recordedVoiceNeedsYes).isPresent();
    return recorded ? Optional.of(ReasonCode.NO_VOICE_AGREEMENT) : Optional.empty();
  }

  private static Optional<ReasonCode> typeRefusal(PhoneNumber number, Terms terms) {
    if (terms.channel().takes(number.type())) {
      return Optional.empty();
    }
    return Optional.of(
        number.type() == LineType.LANDLINE ? ReasonCode.LANDLINE : ReasonCode.SPECIAL_NUMBER);
  }

  private Verdict withinHours(Set<ZoneId> zones, Terms terms, Instant now) {
    if (zones.isEmpty()) {
      return new Verdict.Held(Optional.empty(), List.of(ReasonCode.ZONE_UNKNOWN));
    }
    List<OpenHours> contact = zones.stream().map(pack::contactHoursIn).toList();
    List<OpenHours> campaign = zones.stream().map(terms::campaignHoursIn).toList();
    Instant start = earliest(zones, terms, now);
    List<OpenHours> all = Stream.concat(contact.stream(), campaign.stream()).toList();
    Optional<Instant> open = Opening.next(all, start);
    if (open.isEmpty()) {
      return new Verdict.Refused(List.of(ReasonCode.NO_SHARED_HOURS));
    }
    if (open.get().equals(now)) {
      return new Verdict.Clear();
    }
    List<ReasonCode> reasons = new ArrayList<>();
    if (!contact.stream().allMatch(hours -> hours.isOpen(now))) {
      reasons.add(ReasonCode.CONTACT_HOURS);
    }
    boolean campaignOpen = campaign.stream().allMatch(hours -> hours.isOpen(now));
    if (start.isAfter(now) || !campaignOpen || reasons.isEmpty()) {
      reasons.add(ReasonCode.CAMPAIGN_HOURS);
    }
    return new Verdict.Held(open, reasons);
  }

  /** A time on the person's own clock is the latest instant it can mean. */
  private static Instant earliest(Set<ZoneId> zones, Terms terms, Instant now) {
    Stream<Instant> local =
        terms.notBeforeLocal().stream()
            .flatMap(time -> zones.stream().map(zone -> time.atZone(zone).toInstant()));
    return Stream.of(Stream.of(now), terms.notBefore().stream(), local)
        .flatMap(s -> s)
        .max(Instant::compareTo)
        .orElse(now);
  }
}
