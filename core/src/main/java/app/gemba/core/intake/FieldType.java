package app.gemba.core.intake;

/** What a custom field holds. */
public enum FieldType {
  TEXT,
  /** A decimal number; kept with a point and without grouping. */
  NUMBER,
  /** A day; kept year first (ISO 8601). */
  DATE,
  YES_NO,
  /** One of a few values. */
  CHOICE
}
