package app.gemba.core.intake;

/** What a column of a file becomes. */
public enum ColumnRole {
  PHONE,
  NAME,
  FIRST_NAME,
  LAST_NAME,
  EMAIL,
  /** The operator's own id of a person. */
  OWN_ID,
  /** A custom field. */
  FIELD,
  /** Says yes or no to being contacted. */
  AGREED,
  /** When that was said. */
  AGREED_ON,
  LEFT_OUT
}
