package app.gemba.core.campaign;

import app.gemba.core.channel.OutcomeClass;

/** Where one person of a launched audience is. Each is in exactly one; together they add up. */
public enum PersonState {
  /** Clear, and waiting for a turn. */
  WAITING,
  HELD,
  REFUSED,
  IN_FLIGHT,
  REACHED,
  NOT_REACHED,
  FAILED,
  EXPIRED,
  UNCONFIRMED,
  CANCELLED;

  /** Where somebody is whose last attempt has ended in a class of outcomes. */
  public static PersonState after(OutcomeClass kind) {
    return switch (kind) {
      case REACHED, REACHED_MACHINE, OPTED_OUT -> REACHED;
      case NOT_NOW -> NOT_REACHED;
      case NOT_REACHABLE, OUR_SIDE, UNKNOWN -> FAILED;
    };
  }
}
