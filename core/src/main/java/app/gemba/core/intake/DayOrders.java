package app.gemba.core.intake;

import app.gemba.core.intake.file.TableFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds, over all of its values, in which order the days of a column stand: the order that fits all
 * of them. Where both fit and 03/04 could be either, somebody has to say.
 */
public final class DayOrders {
  private long dayFirstOnly;
  private long monthFirstOnly;
  private long either;
  private String example = "";

  /** What was found in one column. */
  public enum Finding {
    /** Every day can be read, in whatever order. */
    NO_MATTER,
    DAY_FIRST,
    MONTH_FIRST,
    /** Both orders fit, and they are different days. */
    ASK
  }

  /** Counts one cell. */
  void count(String cell) {
    DayReader.Readings readings = DayReader.readings(cell);
    if (readings.either()) {
      // Some of these can be read in one order alone, which tells the order of the others.
      dayFirstOnly += readings.dayFirst() && !readings.monthFirst() ? 1 : 0;
      monthFirstOnly += readings.monthFirst() && !readings.dayFirst() ? 1 : 0;
    } else if (readings.dayFirst() && readings.monthFirst()) {
      either++;
      example = example.isEmpty() ? cell : example;
    }
  }

  /** What the cells so far say. */
  Finding finding() {
    if (either == 0) {
      return Finding.NO_MATTER;
    }
    if (dayFirstOnly > 0 && monthFirstOnly == 0) {
      return Finding.DAY_FIRST;
    }
    return monthFirstOnly > 0 && dayFirstOnly == 0 ? Finding.MONTH_FIRST : Finding.ASK;
  }

  /** A cell that could be either day. */
  String example() {
    return example;
  }

  /**
   * A plan.
   *
   * @param asks for each column whose order somebody has to say, a cell that could be either
   */
  public record Decided(ImportPlan plan, Map<String, String> asks) {}

  /** Decides the order of every column of days that is undecided, over the whole file. */
  public static Decided decide(ImportPlan plan, TableFile file) throws IOException {
    List<ColumnPlan> open =
        plan.columns().stream()
            .filter(column -> column.holdsDays() && column.choices().days() == DayOrder.UNDECIDED)
            .toList();
    if (open.isEmpty()) {
      return new Decided(plan, Map.of());
    }
    Map<Integer, DayOrders> found = new HashMap<>();
    open.forEach(column -> found.put(column.index(), new DayOrders()));
    file.forEachRow(
        row -> {
          TableFile.Row mended =
              new TableFile.Row(row.number(), plan.mended(row.cells()), row.cutOff());
          found.forEach((column, orders) -> orders.count(mended.cell(column)));
          return true;
        });
    List<ColumnPlan> columns = new ArrayList<>();
    Map<String, String> asks = new HashMap<>();
    for (ColumnPlan column : plan.columns()) {
      Optional<DayOrders> orders = Optional.ofNullable(found.get(column.index()));
      Finding finding = orders.map(DayOrders::finding).orElse(Finding.NO_MATTER);
      switch (finding) {
        case ASK -> {
          asks.put(column.header(), orders.map(DayOrders::example).orElse(""));
          columns.add(column);
        }
        case DAY_FIRST -> columns.add(decided(column, DayOrder.DAY_FIRST));
        case MONTH_FIRST -> columns.add(decided(column, DayOrder.MONTH_FIRST));
        case NO_MATTER -> columns.add(column);
      }
    }
    return new Decided(plan.withColumns(columns), asks);
  }

  private static ColumnPlan decided(ColumnPlan column, DayOrder order) {
    return new ColumnPlan(
        column.index(), column.header(), column.role(), column.choices().days(order));
  }
}
