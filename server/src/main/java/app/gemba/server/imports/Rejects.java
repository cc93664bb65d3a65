package app.gemba.server.imports;

import app.gemba.core.intake.DelimitedFile;
import app.gemba.core.intake.UnreadableFile;
import app.gemba.core.phone.PhoneReader;
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
  private final PhoneReader phones;

  Rejects(ImportStore imports, PhoneReader phones) {
    this.imports = imports;
    this.phones = phones;
  }

  void write(Import of, OutputStream out) throws IOException {
    try (Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CsvWriter csv = CsvWriter.builder().build(text)) {
      DelimitedFile file =
          DelimitedFile.open(imports.file(of), phones, of.region(), of.hasHeader());
      List<String> head = new ArrayList<>(file.headers());
      head.add("Why not taken");
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
              csv.writeRecord(line(row.cells(), file.headers().size(), reject.reason()));
            }
            return true;
          });
    } catch (UnreadableFile e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  private static List<String> line(List<String> cells, int width, String reason) {
    List<String> line = new ArrayList<>(cells);
    while (line.size() < width) {
      line.add("");
    }
    line.add(reason);
    return line;
  }
}
