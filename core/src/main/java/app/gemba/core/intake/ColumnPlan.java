package app.gemba.core.intake;

import java.text.Normalizer;
import java.util.Locale;

/**
 * What one column becomes.
 *
 * @param index position in the file, from 0
 * @param header its name in the file
 */
public record ColumnPlan(int index, String header, ColumnRole role, ColumnChoices choices) {

  /** A column of which nothing beside its role is chosen. */
  public ColumnPlan(int index, String header, ColumnRole role) {
    this(index, header, role, ColumnChoices.NONE);
  }

  /** The same as a field that holds something else. */
  public ColumnPlan holding(FieldType type) {
    return new ColumnPlan(index, header, role, choices.type(type));
  }

  /** The name of the custom field, as people see it. */
  public String fieldName() {
    return choices.into().isBlank() ? header : choices.into().strip();
  }

  /** The merge field that a custom field is known by: lower case, words joined by underscores. */
  public String fieldKey() {
    return fieldKey(fieldName());
  }

  /** Whether its cells are read as days. */
  public boolean holdsDays() {
    return role == ColumnRole.AGREED_ON
        || (role == ColumnRole.FIELD && choices.type() == FieldType.DATE);
  }

  /** What becomes of what is known, by choice or as is usual for the role. */
  public MergeRule merge() {
    return choices
        .merge()
        .orElse(
            switch (role) {
              case PHONE, TAGS -> MergeRule.COLLECT;
              case FIELD -> MergeRule.REPLACE;
              default -> MergeRule.FILL_BLANKS;
            });
  }

  /** The merge field for a header. */
  public static String fieldKey(String header) {
    String plain =
        Normalizer.normalize(header, Normalizer.Form.NFKC)
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^\\p{L}\\p{N}]+", "_")
            .replaceAll("^_+|_+$", "");
    return plain.isEmpty() ? "field" : plain;
  }
}
