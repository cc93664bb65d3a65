package app.gemba.core.intake.file;

import java.io.IOException;
import java.util.List;

/** Rows of cells as text, in order; to be walked once or more. */
interface RowSource {

  /** Takes each row. */
  interface Taker {
    void take(List<String> cells) throws IOException;
  }

  void forEach(Taker taker) throws IOException, UnreadableFile;
}
