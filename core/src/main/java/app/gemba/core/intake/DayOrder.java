package app.gemba.core.intake;

/** In which order the days of a column that are written with slashes, dashes or dots stand. */
public enum DayOrder {
  /** Not said: days that can mean one thing only are read, others are asked about. */
  UNDECIDED,
  DAY_FIRST,
  MONTH_FIRST
}
