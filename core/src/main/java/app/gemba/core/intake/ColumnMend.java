package app.gemba.core.intake;

import java.util.ArrayList;
import java.util.List;

/** Puts a whole column right, before its cells are read. */
public sealed interface ColumnMend {

  /** The cells of a row, mended. */
  List<String> apply(List<String> cells);

  /** Takes a text out of every cell of a column, wherever it stands. */
  record Strip(int column, String text) implements ColumnMend {
    @Override
    public List<String> apply(List<String> cells) {
      if (column >= cells.size() || text.isEmpty() || !cells.get(column).contains(text)) {
        return cells;
      }
      List<String> mended = new ArrayList<>(cells);
      mended.set(column, cells.get(column).replace(text, "").strip());
      return mended;
    }
  }

  /** Exchanges the cells of two columns. */
  record Swap(int one, int other) implements ColumnMend {
    @Override
    public List<String> apply(List<String> cells) {
      List<String> mended = new ArrayList<>(cells);
      while (mended.size() <= Math.max(one, other)) {
        mended.add("");
      }
      String kept = mended.get(one);
      mended.set(one, mended.get(other));
      mended.set(other, kept);
      return mended;
    }
  }
}
