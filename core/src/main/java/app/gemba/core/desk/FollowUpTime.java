package app.gemba.core.desk;

import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.PhoneNumber;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** When somebody is called again as promised: a moment at which they may be called. */
public final class FollowUpTime {
  private static final Duration QUARTER = Duration.ofMinutes(15);

  private FollowUpTime() {}

  /**
   * What is proposed: so long from now, on a quarter of an hour, moved to where all hours that hold
   * for the person are open.
   */
  public static Instant propose(
      Verdicts verdicts, Terms terms, PhoneNumber number, Duration after, Instant now) {
    return allowed(verdicts, terms, number, quarter(now.plus(after)));
  }

  /** The first moment from a wish on at which the person may be called. */
  public static Instant allowed(Verdicts verdicts, Terms terms, PhoneNumber number, Instant wish) {
    Standing willing = new Standing(Optional.of(number), false, false, Agreement.YES);
    Verdict verdict = verdicts.of(willing, terms, wish);
    return verdict instanceof Verdict.Held held ? held.until().orElse(wish) : wish;
  }

  /** The next full quarter, or this very moment where it is one. */
  private static Instant quarter(Instant at) {
    long past = Math.floorMod(at.toEpochMilli(), QUARTER.toMillis());
    return past == 0 ? at : at.plus(QUARTER).minusMillis(past).truncatedTo(ChronoUnit.MINUTES);
  }
}
