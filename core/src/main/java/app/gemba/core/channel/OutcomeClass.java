package app.gemba.core.channel;

/**
 * How an attempt ended, in the few classes that all channels share; each channel has its own
 * outcomes under them ({@link Outcome}). Retry plans and reports speak of these.
 */
public enum OutcomeClass {
  REACHED("reached"),
  /** A machine took the message. */
  REACHED_MACHINE("reached a machine"),
  /** Busy, no answer, declined, or away: another time may do. */
  NOT_NOW("not reached for now"),
  /** The number does not lead to anybody. */
  NOT_REACHABLE("not reachable"),
  OPTED_OUT("opted out"),
  /** It failed on our side or the network's: the person had no part in it. */
  OUR_SIDE("failed on our side"),
  /** Nobody says why. */
  UNKNOWN("not known");

  private final String words;

  OutcomeClass(String words) {
    this.words = words;
  }

  /** The class in words for people. */
  public String words() {
    return words;
  }

  /** Whether trying again can make sense at all. */
  public boolean canBeTriedAgain() {
    return this == NOT_NOW || this == NOT_REACHABLE || this == OUR_SIDE || this == UNKNOWN;
  }

  /** Whether the message has come to the person, or to a machine of theirs. */
  public boolean isReached() {
    return this == REACHED || this == REACHED_MACHINE || this == OPTED_OUT;
  }
}
