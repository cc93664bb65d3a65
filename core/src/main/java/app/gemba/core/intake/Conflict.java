package app.gemba.core.intake;

/**
 * A row says something else about somebody known than what is known.
 *
 * @param target the field, see {@link MergeTarget}
 * @param rule what becomes of it unless somebody decides otherwise
 */
public record Conflict(String target, String header, String known, String said, MergeRule rule) {}
