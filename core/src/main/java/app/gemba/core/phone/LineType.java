package app.gemba.core.phone;

/** What kind of line a number is, as far as the numbering plan tells. */
public enum LineType {
  MOBILE,
  LANDLINE,
  /** The plan does not tell the two apart, as in North America. */
  LANDLINE_OR_MOBILE,
  INTERNET,
  /** Free-phone, premium, shared-cost, company-wide and paging numbers. */
  SPECIAL,
  /** A possible number in no assigned range: kept, with a warning. */
  UNKNOWN
}
