package app.gemba.core.campaign;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/** The merge fields that every person has, beside the custom ones of a file. */
public final class MergeFields {
  /** Names that a custom field cannot take. */
  public static final Set<String> BUILT_IN =
      Set.of("name", "first_name", "last_name", "email", "id");

  private MergeFields() {}

  /** All fields of a person; the built-in ones win over custom ones of the same name. */
  public static Map<String, String> of(
      String name,
      String firstName,
      String lastName,
      String email,
      String ownId,
      Map<String, String> custom) {
    Map<String, String> fields = new HashMap<>(custom);
    fields.put("name", name);
    fields.put("first_name", firstName);
    fields.put("last_name", lastName);
    fields.put("email", email);
    fields.put("id", ownId);
    return fields;
  }
}
