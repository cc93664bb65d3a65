package app.gemba.core.voice;

import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Outcome;
import java.time.Duration;
import java.util.Map;

/**
 * All that a call needs to go its way by itself.
 *
 * @param message what is said, at 8 kHz
 * @param goodbyes what is said before we hang up, by what the call came to; nothing for others
 * @param mailboxOnly whether the call is for a mailbox: what rings out then has none
 * @param longestRinging after which nobody is expected to answer any more
 */
public record CallPlan(
    CallContent content,
    boolean mailboxOnly,
    short[] message,
    Map<Outcome, short[]> goodbyes,
    Duration longestRinging) {
  /** Long enough for a machine to answer: most do after 15 to 20 seconds (common practice). */
  public static final Duration USUAL_RINGING = Duration.ofSeconds(30);

  public CallPlan {
    goodbyes = Map.copyOf(goodbyes);
  }

  /** What is said before we hang up. */
  short[] goodbye(Outcome outcome) {
    return goodbyes.getOrDefault(outcome, new short[0]);
  }
}
