package app.gemba.core.intake;

import java.util.Optional;

/**
 * What is chosen about a column beside its role.
 *
 * @param into the label of a phone, or the name of a custom field; blank takes the header
 * @param region country of the numbers in this column (ISO 3166-1), where it is not the row's
 * @param type what a custom field holds
 * @param days the order of its days
 * @param merge what becomes of what is known; empty takes what is usual for the role
 */
public record ColumnChoices(
    String into,
    Optional<String> region,
    FieldType type,
    DayOrder days,
    Optional<MergeRule> merge) {
  /** Nothing is chosen. */
  public static final ColumnChoices NONE =
      new ColumnChoices("", Optional.empty(), FieldType.TEXT, DayOrder.UNDECIDED, Optional.empty());

  /** The same with a label or a field's name. */
  public ColumnChoices into(String name) {
    return new ColumnChoices(name, region, type, days, merge);
  }

  /** The same with a type of field. */
  public ColumnChoices type(FieldType of) {
    return new ColumnChoices(into, region, of, days, merge);
  }

  /** The same with an order of days. */
  public ColumnChoices days(DayOrder order) {
    return new ColumnChoices(into, region, type, order, merge);
  }
}
