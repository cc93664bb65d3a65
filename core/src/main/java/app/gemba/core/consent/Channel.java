package app.gemba.core.consent;

/** A way to reach a person. */
public enum Channel {
  SMS
}
