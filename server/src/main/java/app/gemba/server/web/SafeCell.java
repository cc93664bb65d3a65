package app.gemba.server.web;

/**
 * A cell that no spreadsheet takes for a formula: one that begins like a formula gets an apostrophe
 * in front (common practice against formula injection). Telephone numbers are left as they are.
 */
public final class SafeCell {
  private SafeCell() {}

  /** The text, safe to be opened in a spreadsheet. */
  public static String of(String text) {
    return !text.isEmpty() && "=+-@\t\r＝＋－＠".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
  }
}
