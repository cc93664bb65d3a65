package app.gemba.core.intake;

/** What a column of a file becomes. */
public enum ColumnRole {
  /** A telephone number, or several; any number of columns may be one. */
  PHONE,
  /** A full name, in either order; split into its parts. */
  NAME,
  FIRST_NAME,
  LAST_NAME,
  EMAIL,
  /** The operator's own id of a person. */
  OWN_ID,
  /** The country of the row's numbers. */
  COUNTRY,
  /** Tags, separated by commas or semicolons. */
  TAGS,
  /** A custom field. */
  FIELD,
  /** Says yes or no to being contacted. */
  AGREED,
  /** When that was said. */
  AGREED_ON,
  /** By what means it was said. */
  AGREED_HOW,
  /** Says yes where somebody must not be contacted at all. */
  DO_NOT_CONTACT,
  LEFT_OUT
}
