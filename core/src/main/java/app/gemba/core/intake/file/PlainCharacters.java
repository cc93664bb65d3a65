package app.gemba.core.intake.file;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/** Leaves out what is no text: zero characters and the end-of-file mark of old systems (0x1A). */
final class PlainCharacters extends FilterReader {
  PlainCharacters(Reader in) {
    super(in);
  }

  @Override
  public int read() throws IOException {
    int c = in.read();
    while (c == 0 || c == 0x1A) {
      c = in.read();
    }
    return c;
  }

  @Override
  public int read(char[] buffer, int offset, int length) throws IOException {
    int kept = 0;
    while (kept == 0) {
      int read = in.read(buffer, offset, length);
      if (read < 0) {
        return read;
      }
      for (int i = offset; i < offset + read; i++) {
        char c = buffer[i];
        if (c != 0 && c != 0x1A) {
          buffer[offset + kept++] = c;
        }
      }
    }
    return kept;
  }
}
