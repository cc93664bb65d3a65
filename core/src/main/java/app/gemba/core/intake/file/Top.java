package app.gemba.core.intake.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** The first rows of a table, from which its titles and its header are told. */
final class Top {
  private static final int KEPT = 40;
  private static final int MOST_TITLES = 10;
  private static final int FEW_WIDER = 5;

  private final List<List<String>> first = new ArrayList<>();
  private final Predicate<String> isNumber;
  private final Map<Integer, Long> widths = new HashMap<>();
  private long rows;
  private int width;

  Top(Predicate<String> isNumber) {
    this.isNumber = isNumber;
  }

  boolean add(long number, List<String> cells) {
    rows = number;
    if (first.size() < KEPT) {
      first.add(cells);
    }
    width = Math.max(width, cells.size());
    widths.merge(cells.size(), 1L, Long::sum);
    return true;
  }

  long rows() {
    return rows;
  }

  List<String> row(int index) {
    return index < first.size() ? first.get(index) : List.of();
  }

  /** Rows at the top that fill fewer than half as many cells as is usual below. */
  int titleRows() {
    int usual = usualFilled();
    int titles = 0;
    while (titles < Math.min(MOST_TITLES, first.size() - 1)
        && (filled(first.get(titles)) * 2 < usual || isTitleOfPairs(titles, usual))
        && first.get(titles).stream().noneMatch(this::isData)) {
      titles++;
    }
    // A header of which some names are blank looks like a title, and has data right below it.
    boolean headerAbove = titles > 0 && !isHeader(titles) && filled(first.get(titles - 1)) > 1;
    return headerAbove ? titles - 1 : titles;
  }

  /** A single cell above a table of two columns, with its header and its first row below. */
  private boolean isTitleOfPairs(int index, int usual) {
    int below = index + 1;
    while (below < first.size() - 1 && filled(first.get(below)) == 1) {
      below++;
    }
    return usual == 2
        && filled(first.get(index)) == 1
        && below < first.size() - 1
        && isHeader(below)
        && !isHeader(below + 1);
  }

  /** As wide as the header where hardly a row is wider; else as wide as the widest. */
  int width(int titles, boolean hasHeader) {
    int named = row(titles).size();
    boolean hardlyAny = hasHeader && named > 1 && wider(named) * FEW_WIDER <= rows;
    return hardlyAny ? named : width;
  }

  private long wider(int than) {
    return widths.entrySet().stream()
        .filter(entry -> entry.getKey() > than)
        .mapToLong(Map.Entry::getValue)
        .sum();
  }

  /** A row is a header where none of its cells could be somebody's number or address. */
  boolean isHeader(int titles) {
    return row(titles).stream().noneMatch(this::isData);
  }

  private boolean isData(String cell) {
    return cell.contains("@") || isNumber.test(cell);
  }

  private int usualFilled() {
    List<Integer> filled = first.stream().map(Top::filled).sorted().toList();
    return filled.get(filled.size() * 3 / 4);
  }

  private static int filled(List<String> cells) {
    return (int) cells.stream().filter(cell -> !cell.isBlank()).count();
  }
}
