package app.gemba.core.intake.file;

import java.util.regex.Pattern;

/**
 * Cells that no spreadsheet takes for a formula: one that begins like a formula gets an apostrophe
 * in front (common practice against formula injection), which is taken off again when the cell
 * comes back. Telephone numbers as we write them are left as they are.
 */
public final class FormulaGuard {
  private static final String BEGINNINGS = "=+-@\t\r＝＋－＠";
  private static final Pattern NUMBER = Pattern.compile("\\+\\d{4,15}( ext\\. \\d+)?");

  private FormulaGuard() {}

  /** The text, safe to be opened in a spreadsheet. */
  public static String guarded(String text) {
    return beginsAsFormula(text, 0) && !NUMBER.matcher(text).matches() ? "'" + text : text;
  }

  /** The text as it was before it was guarded. */
  public static String opened(String cell) {
    return cell.startsWith("'") && beginsAsFormula(cell, 1) ? cell.substring(1) : cell;
  }

  private static boolean beginsAsFormula(String text, int at) {
    return text.length() > at && BEGINNINGS.indexOf(text.charAt(at)) >= 0;
  }
}
