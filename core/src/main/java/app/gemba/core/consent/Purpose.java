package app.gemba.core.consent;

/** Why a person is contacted; it decides which agreement is needed. */
public enum Purpose {
  SERVICE,
  MARKETING
}
