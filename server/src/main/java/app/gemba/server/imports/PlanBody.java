package app.gemba.server.imports;

import app.gemba.core.intake.ColumnChoices;
import app.gemba.core.intake.ColumnMend;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.DayOrder;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.people.SamePerson;
import app.gemba.core.people.SamePerson.NumberRule;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How a file is taken in, as screens say it.
 *
 * @param columns one for each column of the file, in order
 * @param region country of numbers that carry none
 * @param mends what is put right in whole columns, in order
 */
record PlanBody(
    @NotEmpty @Size(max = 1000) List<@NotNull @Valid ColumnBody> columns,
    @NotNull @Pattern(regexp = "[A-Z]{2}") String region,
    @NotNull @Valid AgreementBody agreement,
    @NotNull @Valid SamePersonBody samePerson,
    @NotNull @Size(max = 50) List<@NotNull @Valid MendBody> mends) {

  /**
   * What a column becomes.
   *
   * @param into label of a phone or name of a field; blank takes the header
   */
  record ColumnBody(
      @NotNull ColumnRole role,
      @NotNull @Size(max = 80) String into,
      Optional<@Pattern(regexp = "[A-Z]{2}") String> region,
      @NotNull FieldType type,
      @NotNull DayOrder days,
      Optional<MergeRule> merge) {

    static ColumnBody of(ColumnPlan column) {
      ColumnChoices is = column.choices();
      return new ColumnBody(
          column.role(), is.into(), is.region(), is.type(), is.days(), is.merge());
    }

    ColumnPlan read(int index, String header) {
      return new ColumnPlan(
          index, header, role, new ColumnChoices(into.strip(), region, type, days, merge));
    }
  }

  /** By what a row is about somebody known. */
  record SamePersonBody(boolean byOwnId, @NotNull NumberRule byNumber, boolean byEmail) {}

  /** A text taken out of a column, or its cells exchanged with another's. */
  record MendBody(int column, Optional<@Size(max = 80) String> strip, Optional<Integer> swap) {
    static MendBody of(ColumnMend mend) {
      if (mend instanceof ColumnMend.Strip is) {
        return new MendBody(is.column(), Optional.of(is.text()), Optional.empty());
      }
      ColumnMend.Swap is = (ColumnMend.Swap) mend;
      return new MendBody(is.one(), Optional.empty(), Optional.of(is.other()));
    }

    private ColumnMend read(int columns) {
      if (column < 0
          || column >= columns
          || swap.filter(to -> to < 0 || to >= columns).isPresent()) {
        throw new Refused(Refused.Kind.INVALID, "There is no such column to be put right.");
      }
      return strip
          .<ColumnMend>map(text -> new ColumnMend.Strip(column, text))
          .orElseGet(() -> new ColumnMend.Swap(column, swap.orElse(column)));
    }
  }

  static PlanBody of(ImportPlan plan) {
    SamePerson same = plan.samePerson();
    return new PlanBody(
        plan.columns().stream().map(ColumnBody::of).toList(),
        plan.defaultRegion(),
        AgreementBody.of(plan.agreement()),
        new SamePersonBody(same.byOwnId(), same.byNumber(), same.byEmail()),
        plan.mends().stream().map(MendBody::of).toList());
  }

  /**
   * The plan for a file with these headers.
   *
   * @throws Refused where not every column has its word
   */
  ImportPlan read(List<String> headers) {
    if (headers.size() != columns.size()) {
      throw new Refused(
          Refused.Kind.INVALID,
          "The file has " + headers.size() + " columns; say of each what it becomes.");
    }
    List<ColumnPlan> plans = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      plans.add(columns.get(i).read(i, headers.get(i)));
    }
    return new ImportPlan(
        plans,
        region,
        agreement.read(),
        new SamePerson(samePerson.byOwnId(), samePerson.byNumber(), samePerson.byEmail()),
        mends.stream().map(mend -> mend.read(headers.size())).toList());
  }
}
