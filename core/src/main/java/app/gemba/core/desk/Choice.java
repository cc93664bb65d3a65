package app.gemba.core.desk;

import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import java.time.Instant;
import java.util.Optional;

/**
 * How an agent marks a call.
 *
 * @param at when to call again, for a follow-up
 */
public record Choice(AgentOutcome outcome, Optional<Instant> at) {
  /** A follow-up without a time is none. */
  public Choice {
    if (outcome.follow() == Follow.FOLLOW_UP && at.isEmpty()) {
      throw new IllegalArgumentException("a follow-up needs a time");
    }
  }

  /** Whether the person wants no contact any more. */
  public boolean isStop() {
    return outcome.follow() == Follow.SUPPRESS;
  }
}
