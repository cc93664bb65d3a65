package app.gemba.core.campaign;

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
  CANCELLED
}
