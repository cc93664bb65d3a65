package app.gemba.core.intake.file;

/** What kind of file a table came in. */
public enum FileFormat {
  /** Text with a separator between cells (RFC 4180 and its looser relatives). */
  DELIMITED("delimited text"),
  /** Office Open XML (ISO/IEC 29500). */
  WORKBOOK("a workbook (XLSX)"),
  /** The binary workbook before it. */
  OLD_WORKBOOK("an old workbook (XLS)"),
  /** Address cards, vCard 3 (RFC 2426) and 4 (RFC 6350). */
  CARDS("address cards (vCard)"),
  /** Lines with numbers and perhaps names, as they are pasted or jotted down. */
  LINES("lines of text");

  private final String words;

  FileFormat(String words) {
    this.words = words;
  }

  /** The format in plain words. */
  public String words() {
    return words;
  }
}
