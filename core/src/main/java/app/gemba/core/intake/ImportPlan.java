package app.gemba.core.intake;

import java.util.List;

/**
 * How a file is taken in.
 *
 * @param defaultRegion ISO 3166-1 code of the country of numbers that carry none
 */
public record ImportPlan(
    List<ColumnPlan> columns, String defaultRegion, AgreementSource agreement) {
  public ImportPlan {
    columns = List.copyOf(columns);
  }

  /** Whether any column has a role. */
  public boolean has(ColumnRole role) {
    return columns.stream().anyMatch(column -> column.role() == role);
  }
}
