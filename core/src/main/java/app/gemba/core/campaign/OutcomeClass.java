package app.gemba.core.campaign;

/**
 * How an attempt ended, in the few classes that all channels share; each channel has its own
 * outcomes under them. Retry plans and reports speak of these.
 */
public enum OutcomeClass {
  REACHED,
  /** A machine took the message. */
  REACHED_MACHINE,
  /** Busy, no answer, declined, or away: another time may do. */
  NOT_NOW,
  /** The number does not lead to anybody. */
  NOT_REACHABLE,
  OPTED_OUT,
  /** It failed on our side or the network's: the person had no part in it. */
  OUR_SIDE,
  /** Nobody says why. */
  UNKNOWN;

  /** Whether trying again can make sense at all. */
  public boolean canBeTriedAgain() {
    return this == NOT_NOW || this == NOT_REACHABLE || this == OUR_SIDE || this == UNKNOWN;
  }
}
