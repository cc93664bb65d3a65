package app.gemba.server.imports;

import app.gemba.core.intake.Rejected;
import app.gemba.core.intake.file.FormulaGuard;
import app.gemba.core.intake.file.TableFile;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.ImportStore.Reject;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * The rejected rows of a file as a file: its own columns as they stood, and one more that says why.
 * It can be repaired and brought back.
 */
@Component
class Rejects {
  private static final int PAGE = 1000;

  private final ImportStore imports;

  Rejects(ImportStore imports) {
    this.imports = imports;
  }

  void write(Import of, OutputStream out) throws IOException {
    try (Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CsvWriter csv = CsvWriter.builder().build(text)) {
      TableFile file = of.file();
      int width = Rejected.ownHeaders(file.headers()).size();
      List<String> head =
          new ArrayList<>(
              file.headers().subList(0, width).stream().map(FormulaGuard::guarded).toList());
      head.add(Rejected.COLUMN);
      csv.writeRecord(head);
      Deque<Reject> waiting = new ArrayDeque<>();
      long[] after = {0};
      file.forEachRow(
          row -> {
            if (waiting.isEmpty()) {
              waiting.addAll(imports.rejects(of.id(), after[0], PAGE));
            }
            if (waiting.isEmpty()) {
              return false;
            }
            if (waiting.peek().row() == row.number()) {
              Reject reject = waiting.pop();
              after[0] = reject.row();
              csv.writeRecord(line(row.cells(), width, reject.reason()));
            }
            return true;
          });
    }
  }

  private static List<String> line(List<String> cells, int width, String reason) {
    List<String> line = new ArrayList<>(width + 1);
    cells.stream().limit(width).map(FormulaGuard::guarded).forEach(line::add);
    while (line.size() < width) {
      line.add("");
    }
    line.add(reason);
    return line;
  }
}
