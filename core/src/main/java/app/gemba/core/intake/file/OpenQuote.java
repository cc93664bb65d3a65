package app.gemba.core.intake.file;

import java.io.IOException;
import java.io.Reader;
import java.util.OptionalLong;

/**
 * Finds out whether a delimited file ends inside a quoted field (RFC 4180), which a lenient parser
 * would pass off as a last, monstrous row.
 */
final class OpenQuote {
  private OpenQuote() {}

  /** The line, from 1, on which the row begins whose quote never closes. */
  static OptionalLong lineOfOpenRow(Reader reader, char separator) throws IOException {
    long line = 1;
    long rowLine = 1;
    boolean quoted = false;
    boolean fieldStart = true;
    boolean afterReturn = false;
    for (int c = reader.read(); c >= 0; c = reader.read()) {
      boolean lineEnd = c == '\r' || (c == '\n' && !afterReturn);
      afterReturn = c == '\r';
      if (lineEnd) {
        line++;
      }
      if (c == '"' && (quoted || fieldStart)) {
        quoted = !quoted;
        // A doubled quote closes and opens again at once.
        fieldStart = !quoted;
      } else if (!quoted) {
        fieldStart = c == separator || c == '\n' || c == '\r' || (fieldStart && c == '\uFEFF');
        if (c == '\n' || c == '\r') {
          rowLine = line;
        }
      }
    }
    return quoted ? OptionalLong.of(rowLine) : OptionalLong.empty();
  }
}
