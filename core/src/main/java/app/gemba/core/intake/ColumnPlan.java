package app.gemba.core.intake;

import java.text.Normalizer;
import java.util.Locale;

/**
 * What one column becomes.
 *
 * @param index position in the file, from 0
 * @param header its name in the file
 */
public record ColumnPlan(int index, String header, ColumnRole role) {

  /** The merge field that a custom field is known by: lower case, words joined by underscores. */
  public String fieldKey() {
    return fieldKey(header);
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
