package app.gemba.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Cells that were put right by hand.
 *
 * @param byRow by the row's number and the column, from 0
 */
public record CellEdits(Map<Long, Map<Integer, String>> byRow) {
  /** Nothing was put right. */
  public static final CellEdits NONE = new CellEdits(Map.of());

  /** The cells of a row, put right. */
  public List<String> apply(long row, List<String> cells) {
    Map<Integer, String> edits = byRow.getOrDefault(row, Map.of());
    if (edits.isEmpty()) {
      return cells;
    }
    List<String> right = new ArrayList<>(cells);
    edits.forEach(
        (column, value) -> {
          while (right.size() <= column) {
            right.add("");
          }
          right.set(column, value);
        });
    return right;
  }
}
