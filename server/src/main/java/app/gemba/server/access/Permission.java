package app.gemba.server.access;

/** What an endpoint can ask for. Each names one. */
public enum Permission {
  /** No account at all: signing in. */
  NONE,
  /** Any account. */
  SIGNED_IN,
  SEE_PEOPLE,
  CHANGE_PEOPLE,
  SEE_CAMPAIGNS,
  CHANGE_CAMPAIGNS,
  /** Launch, pause, resume, stop, and decide what is unconfirmed. */
  RUN_CAMPAIGNS,
  /** Stop everything. */
  BRAKE,
  /** Sit at a desk: be called for, and see whom one talks with. */
  TAKE_CALLS,
  /** See all desks. */
  SEE_FLOOR,
  /** See telephone numbers whole. */
  SEE_NUMBERS,
  CHANGE_HOUSE,
  CHANGE_USERS,
  SEE_AUDIT
}
