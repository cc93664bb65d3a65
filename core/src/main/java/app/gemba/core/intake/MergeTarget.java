package app.gemba.core.intake;

import java.util.ArrayList;
import java.util.List;

/**
 * A field of a person that a column fills.
 *
 * @param name one of the constants here, or the key of a custom field
 * @param header of the column
 */
public record MergeTarget(String name, String header, MergeRule rule) {
  public static final String NAME = ":name";
  public static final String EMAIL = ":email";
  public static final String OWN_ID = ":id";
  public static final String PHONES = ":phones";
  public static final String TAGS = ":tags";

  /** The fields that the columns of a plan fill, each once. */
  public static List<MergeTarget> of(ImportPlan plan) {
    List<MergeTarget> targets = new ArrayList<>();
    for (ColumnPlan column : plan.columns()) {
      String name =
          switch (column.role()) {
            case NAME, FIRST_NAME, LAST_NAME -> NAME;
            case EMAIL -> EMAIL;
            case OWN_ID -> OWN_ID;
            case PHONE -> PHONES;
            case TAGS -> TAGS;
            case FIELD -> column.fieldKey();
            default -> "";
          };
      boolean there = targets.stream().anyMatch(target -> target.name().equals(name));
      if (!name.isEmpty() && !there) {
        targets.add(new MergeTarget(name, column.header(), column.merge()));
      }
    }
    return targets;
  }

  /** What a draft says for the field; blank where it says nothing or the field is a collection. */
  public String said(PersonDraft draft) {
    return switch (name) {
      case NAME -> draft.name().full();
      case EMAIL -> draft.email();
      case OWN_ID -> draft.ownId();
      case PHONES, TAGS -> "";
      default -> draft.fields().getOrDefault(name, "");
    };
  }
}
