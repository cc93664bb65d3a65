package app.gemba.server.people;

import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileShape;
import app.gemba.core.intake.file.TableFile;
import app.gemba.store.Forgetting.FileRow;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Takes single rows out of files that were taken in. The file's other rows stay as they are, and so
 * does the checksum under which consent records name it.
 */
@Component
class ErasedRows {
  private static final String ERASED = "erased";

  private final ImportStore imports;

  ErasedRows(ImportStore imports) {
    this.imports = imports;
  }

  /** Erases rows, each in its file. */
  void erase(List<FileRow> rows) throws IOException {
    Map<Long, Set<Long>> byFile = new HashMap<>();
    rows.forEach(
        row -> byFile.computeIfAbsent(row.importId(), id -> new HashSet<>()).add(row.row()));
    for (Map.Entry<Long, Set<Long>> file : byFile.entrySet()) {
      erase(imports.get(file.getKey()), file.getValue());
    }
  }

  private void erase(Import of, Set<Long> rows) throws IOException {
    TableFile is = of.file();
    if (!Files.exists(is.path())) {
      return;
    }
    Path original = imports.file(of);
    Path fresh = original.resolveSibling(of.storedAs() + ".rows.new");
    try (CsvWriter csv = CsvWriter.builder().build(fresh, StandardCharsets.UTF_8)) {
      if (is.shape().hasHeader()) {
        csv.writeRecord(is.headers());
      }
      is.forEachRow(
          row -> {
            csv.writeRecord(
                rows.contains(row.number())
                    ? Collections.nCopies(Math.max(1, is.headers().size()), ERASED)
                    : row.cells());
            return true;
          });
    }
    Path kept = original.resolveSibling(of.storedAs() + ".rows");
    Files.move(fresh, kept, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    FileShape was = is.shape();
    imports.setErased(
        of.id(),
        new TableFile(
            kept,
            new FileShape(FileFormat.DELIMITED, "UTF-8", ',', was.sheet(), 0, was.hasHeader()),
            is.headers(),
            is.sheets(),
            is.rows(),
            OptionalLong.empty()));
    Files.deleteIfExists(original);
  }
}
