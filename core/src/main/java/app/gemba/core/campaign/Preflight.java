package app.gemba.core.campaign;

import app.gemba.core.channel.Composer;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.content.SmsEncoding;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The verdicts of a whole audience, counted before launch. Takes one person after another, so that
 * an audience of any size can be streamed through it. Not safe for use by several threads.
 */
public final class Preflight {
  private static final Set<ReasonCode> NUMBER_REASONS =
      EnumSet.of(ReasonCode.NO_NUMBER, ReasonCode.LANDLINE, ReasonCode.SPECIAL_NUMBER);

  private final Verdicts verdicts;
  private final Terms terms;
  private final Composer composer;
  private final Tariff tariff;
  private final Instant now;
  private final Map<ReasonCode, Long> reasons = new EnumMap<>(ReasonCode.class);
  private final Map<Set<ZoneId>, Long> zones = new HashMap<>();
  private long everyone;
  private long clear;
  private long segments;
  private long costMicros;
  private Duration longest = Duration.ZERO;
  private long longer;
  private long unicode;
  private long leftBlank;
  private int fewestSegments = Integer.MAX_VALUE;

  /** A preflight of one campaign at one moment. */
  public Preflight(Verdicts verdicts, Terms terms, Composer composer, Tariff tariff, Instant now) {
    this.verdicts = verdicts;
    this.terms = terms;
    this.composer = composer;
    this.tariff = tariff;
    this.now = now;
  }

  /**
   * The reason under which a person is counted, the first of all that apply.
   *
   * @return empty where the person is clear
   */
  public Optional<ReasonCode> groupOf(Candidate candidate) {
    return verdicts.of(candidate.standing(), terms, now).reasons().stream().findFirst();
  }

  /**
   * Whether a person stands behind a count: the name of a stage or of a reason.
   *
   * @param count {@code EVERYONE}, {@code WITH_NUMBER}, {@code ALLOWED}, {@code WITHIN_HOURS};
   *     {@code LEFT_BLANK} or {@code LONGER} for those whose text has a blank or more segments than
   *     the shortest counted so far; or the name of a {@link ReasonCode}
   */
  public boolean isBehind(String count, Candidate candidate) {
    Optional<ReasonCode> reason = groupOf(candidate);
    return switch (count) {
      case "EVERYONE" -> true;
      case "WITH_NUMBER" -> reason.filter(NUMBER_REASONS::contains).isEmpty();
      case "ALLOWED" -> reason.filter(code -> !code.holds()).isEmpty();
      case "WITHIN_HOURS" -> reason.isEmpty();
      case "LEFT_BLANK" ->
          reason.filter(code -> !code.holds()).isEmpty()
              && !composer.leftBlank(candidate.fields()).isEmpty();
      case "LONGER" ->
          reason.filter(code -> !code.holds()).isEmpty()
              && composer.compose(candidate.fields()).parts() > fewestSegments;
      default -> reason.map(Enum::name).equals(Optional.of(count));
    };
  }

  /** Counts one person. */
  public void count(Candidate candidate) {
    everyone++;
    Verdict verdict = verdicts.of(candidate.standing(), terms, now);
    if (verdict instanceof Verdict.Clear) {
      clear++;
    } else {
      reasons.merge(verdict.reasons().get(0), 1L, Long::sum);
    }
    if (!(verdict instanceof Verdict.Refused)) {
      countMessage(candidate);
      candidate.standing().number().ifPresent(number -> zones.merge(number.zones(), 1L, Long::sum));
    }
  }

  private void countMessage(Candidate candidate) {
    Message message = composer.compose(candidate.fields());
    segments += message.parts();
    costMicros += tariff.most(terms.channel(), message.parts(), message.expected());
    longest = message.expected().compareTo(longest) > 0 ? message.expected() : longest;
    unicode +=
        message instanceof Message.Text text && text.sms().encoding() == SmsEncoding.UCS2 ? 1 : 0;
    leftBlank += composer.leftBlank(candidate.fields()).isEmpty() ? 0 : 1;
    if (message.parts() < fewestSegments) {
      longer = message.parts() > 0 ? messagesSoFar() : 0;
      fewestSegments = message.parts();
    } else if (message.parts() > fewestSegments) {
      longer++;
    }
  }

  /** Messages counted before the current one, all of which were longer than it. */
  private long messagesSoFar() {
    return fewestSegments == Integer.MAX_VALUE ? 0 : everyone - 1 - refused();
  }

  /** The allowed people counted so far by the zones they could be in, as a forecast needs them. */
  public Map<Set<ZoneId>, Long> allowedByZones() {
    return Map.copyOf(zones);
  }

  /** How long the longest call is expected to take; nothing for messages. */
  public Duration longestCall() {
    return longest;
  }

  private long refused() {
    return reasons.entrySet().stream()
        .filter(entry -> !entry.getKey().holds())
        .mapToLong(Map.Entry::getValue)
        .sum();
  }

  /** What has been counted so far. */
  public Counts counts() {
    long noNumber = NUMBER_REASONS.stream().mapToLong(code -> reasons.getOrDefault(code, 0L)).sum();
    return new Counts(
        everyone,
        everyone - noNumber,
        everyone - refused(),
        clear,
        Map.copyOf(reasons),
        segments,
        longer,
        unicode,
        leftBlank,
        costMicros);
  }

  /**
   * The funnel: everyone → withNumber → allowed → withinHours.
   *
   * @param reasons refused and held people by the first reason that applies
   * @param segments messages paid for, summed over the allowed, each with their own text
   * @param longer allowed people whose text needs more segments than the shortest does
   * @param unicode allowed people whose text needs the long encoding
   * @param leftBlank allowed people with a blank in their text that has no words for it
   * @param costMicros millionths of the house's currency; for calls what they cost at most, if all
   *     are answered and heard to their end
   */
  public record Counts(
      long everyone,
      long withNumber,
      long allowed,
      long withinHours,
      Map<ReasonCode, Long> reasons,
      long segments,
      long longer,
      long unicode,
      long leftBlank,
      long costMicros) {}
}
