package app.gemba.core.intake;

/**
 * What a column is thought to become, and why.
 *
 * @param why a short sentence for the operator
 */
public record ColumnGuess(ColumnPlan plan, String why) {}
