package app.gemba.core.intake;

/** What becomes of a field of somebody known when a row says something about it. */
public enum MergeRule {
  /** What is known stays, also where it is blank. */
  KEEP,
  /** What is known stays; blanks are filled. */
  FILL_BLANKS,
  /** The row's word takes the place of what was known. A blank says nothing. */
  REPLACE,
  /** The row's are added to those that are known (phones and tags). */
  COLLECT
}
