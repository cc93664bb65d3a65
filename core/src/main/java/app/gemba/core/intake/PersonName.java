package app.gemba.core.intake;

/**
 * A name as files carry it.
 *
 * @param full as one would write it on an envelope
 * @param first what one would call the person by; blank where that cannot be told
 */
record PersonName(String full, String first) {

  /** Puts a name together from a full one ("Gale, Quinn" or "Quinn Gale") or from its parts. */
  static PersonName of(String whole, String first, String last) {
    String full = whole.strip().replaceAll("\\s+", " ");
    if (full.isEmpty()) {
      return new PersonName((first.strip() + " " + last.strip()).strip(), first.strip());
    }
    int comma = full.indexOf(',');
    if (comma > 0 && comma == full.lastIndexOf(',')) {
      full = (full.substring(comma + 1).strip() + " " + full.substring(0, comma).strip()).strip();
    }
    if (!first.isBlank()) {
      return new PersonName(full, first.strip());
    }
    int blank = full.indexOf(' ');
    return new PersonName(full, blank < 0 ? full : full.substring(0, blank));
  }
}
