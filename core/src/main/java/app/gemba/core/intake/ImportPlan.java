package app.gemba.core.intake;

import app.gemba.core.people.SamePerson;
import java.util.ArrayList;
import java.util.List;

/**
 * How a file is taken in.
 *
 * @param defaultRegion ISO 3166-1 code of the country of numbers that carry none
 * @param samePerson by what a row is about somebody known
 * @param mends what is put right in whole columns, in order, before cells are read
 */
public record ImportPlan(
    List<ColumnPlan> columns,
    String defaultRegion,
    AgreementSource agreement,
    SamePerson samePerson,
    List<ColumnMend> mends) {
  public ImportPlan {
    columns = List.copyOf(columns);
    mends = List.copyOf(mends);
  }

  /** A plan with the usual rule for who is the same person, and nothing mended. */
  public ImportPlan(List<ColumnPlan> columns, String defaultRegion, AgreementSource agreement) {
    this(columns, defaultRegion, agreement, SamePerson.USUAL, List.of());
  }

  /** Whether any column has a role. */
  public boolean has(ColumnRole role) {
    return columns.stream().anyMatch(column -> column.role() == role);
  }

  /** The cells of a row with its columns put right. */
  public List<String> mended(List<String> cells) {
    List<String> mended = cells;
    for (ColumnMend mend : mends) {
      mended = mend.apply(mended);
    }
    return mended;
  }

  /** The same plan with another source of agreement. */
  public ImportPlan withAgreement(AgreementSource other) {
    return new ImportPlan(columns, defaultRegion, other, samePerson, mends);
  }

  /** The same plan with other columns. */
  public ImportPlan withColumns(List<ColumnPlan> others) {
    return new ImportPlan(new ArrayList<>(others), defaultRegion, agreement, samePerson, mends);
  }
}
