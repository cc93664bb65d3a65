package app.gemba.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Looks at one column over a whole file: what is filled, what is wrong and why, what is most seen.
 */
public final class ColumnCheck {
  private static final int MOST_DISTINCT = 20_000;
  private static final int MOST_SEEN = 5;
  private static final int SAMPLES = 8;
  private static final int LONGEST_SHOWN = 60;

  private final ColumnPlan plan;
  private final Map<String, Long> seen = new HashMap<>();
  private final Map<String, Long> wrong = new TreeMap<>();
  private final Map<String, Long> odd = new TreeMap<>();
  private final List<WrongCell> samples = new ArrayList<>();
  private final DayOrders days = new DayOrders();
  private long filled;

  ColumnCheck(ColumnPlan plan) {
    this.plan = plan;
  }

  /** A value and how often it is there. */
  public record Seen(String value, long times) {}

  /** A cell that cannot be used as what its column becomes, and why. */
  public record WrongCell(String value, String why) {}

  /**
   * What was found.
   *
   * @param wrong cells that cannot be used, by reason
   * @param odd cells that can be used and are worth a look, by reason
   * @param mostSeen the values most seen, those alone that are there more than once
   * @param days what its values say about the order of days, where it holds days
   * @param couldBeEither a day that could be two
   */
  public record Findings(
      long filled,
      Map<String, Long> wrong,
      Map<String, Long> odd,
      List<Seen> mostSeen,
      List<WrongCell> samples,
      Optional<DayOrders.Finding> days,
      String couldBeEither) {}

  /** Counts the column's cell of a row that has been put right and read. */
  void count(String cell, List<CellNote> notes) {
    if (cell.isEmpty()) {
      return;
    }
    filled++;
    String shown = cell.length() > LONGEST_SHOWN ? cell.substring(0, LONGEST_SHOWN) : cell;
    if (seen.size() < MOST_DISTINCT || seen.containsKey(shown)) {
      seen.merge(shown, 1L, Long::sum);
    }
    if (plan.holdsDays()) {
      days.count(cell);
    }
    for (CellNote note : notes) {
      if (note.column() == plan.index()) {
        (note.wrong() ? wrong : odd).merge(note.why(), 1L, Long::sum);
        if (note.wrong() && samples.size() < SAMPLES) {
          samples.add(new WrongCell(shown, note.why()));
        }
      }
    }
  }

  ColumnPlan plan() {
    return plan;
  }

  Findings result() {
    List<Seen> most =
        seen.entrySet().stream()
            .filter(entry -> entry.getValue() > 1)
            .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
            .limit(MOST_SEEN)
            .map(entry -> new Seen(entry.getKey(), entry.getValue()))
            .toList();
    return new Findings(
        filled,
        Map.copyOf(wrong),
        Map.copyOf(odd),
        most,
        List.copyOf(samples),
        plan.holdsDays() ? Optional.of(days.finding()) : Optional.empty(),
        days.example());
  }
}
