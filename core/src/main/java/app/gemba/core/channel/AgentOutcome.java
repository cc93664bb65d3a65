package app.gemba.core.channel;

import java.util.Optional;

/**
 * How a call by an agent can end, as its campaign defines it.
 *
 * @param key the number key that marks it, 1 to 9
 * @param label what it is called
 * @param follow what follows from it
 * @param afterMinutes for {@link Follow#RETRY} and {@link Follow#NEXT_NUMBER} when to try again,
 *     for {@link Follow#FOLLOW_UP} what is proposed; unused for others
 * @param listId a list that the person is put on beside; empty for none
 */
public record AgentOutcome(
    String key, String label, Follow follow, int afterMinutes, Optional<Long> listId) {

  /** What follows. */
  public enum Follow {
    /** Nothing more: the person was reached. */
    DONE(Outcome.TALKED),
    /** Another try on the same number. */
    RETRY(Outcome.AGENT_TRIES_AGAIN),
    /** Another try on the person's next number. */
    NEXT_NUMBER(Outcome.WRONG_PERSON),
    /** A dated promise to call again. */
    FOLLOW_UP(Outcome.FOLLOW_UP_PROMISED),
    /** No contact any more, on all channels. */
    SUPPRESS(Outcome.TOLD_AGENT_TO_STOP);

    private final Outcome outcome;

    Follow(Outcome outcome) {
      this.outcome = outcome;
    }

    /** The outcome that all campaigns share. */
    public Outcome outcome() {
      return outcome;
    }
  }

  /** How books name it: the shared outcome, a slash, and the campaign's own key. */
  public String code() {
    return follow.outcome().name() + "/" + key;
  }
}
