package app.gemba.core.intake.file;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.Reader;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds what stands between the cells of a text: the separator that gives most rows the same number
 * of cells, more than one.
 */
final class SeparatorFinder {
  private static final List<Character> CANDIDATES = List.of(',', ';', '\t', '|');
  private static final int ROWS = 60;

  private SeparatorFinder() {}

  /** Opens the text from its beginning. */
  interface Opener {
    Reader open() throws IOException;
  }

  /** Empty where no separator makes a table of it. */
  static Optional<Character> find(Opener text) throws IOException {
    Optional<Character> best = Optional.empty();
    double bestScore = 0;
    for (char candidate : CANDIDATES) {
      double score = score(text, candidate);
      if (score > bestScore) {
        best = Optional.of(candidate);
        bestScore = score;
      }
    }
    return best;
  }

  private static double score(Opener text, char candidate) throws IOException {
    Map<Integer, Integer> widths = new HashMap<>();
    int rows = 0;
    try (Reader reader = text.open();
        CsvReader<CsvRecord> records = TableFile.csv(candidate).ofCsvRecord(reader)) {
      for (CsvRecord row : records) {
        if (row.getFields().stream().allMatch(String::isBlank)) {
          continue;
        }
        widths.merge(row.getFieldCount(), 1, Integer::sum);
        if (++rows == ROWS) {
          break;
        }
      }
    } catch (CsvParseException e) {
      // An open quote: what was seen before it decides.
    }
    int all = rows;
    return widths.entrySet().stream()
        .filter(width -> width.getKey() > 1)
        .mapToDouble(
            // How alike the rows are counts most; of two that are as alike, the one with more
            // cells.
            width -> (double) width.getValue() / all + Math.min(width.getKey(), 50) / 1000.0)
        .max()
        .orElse(0);
  }
}
