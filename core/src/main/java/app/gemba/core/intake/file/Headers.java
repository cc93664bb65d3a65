package app.gemba.core.intake.file;

import app.gemba.core.intake.ColumnPlan;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Names of columns as they are shown and mapped: none blank, none twice, none endless. */
final class Headers {
  private static final int LONGEST = 80;

  private Headers() {}

  static List<String> of(List<String> names, int width) {
    List<String> headers = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    for (int i = 0; i < width; i++) {
      String name = i < names.size() ? tidy(names.get(i)) : "";
      name = name.isEmpty() ? "Column " + (i + 1) : name;
      int times = seen.merge(ColumnPlan.fieldKey(name), 1, Integer::sum);
      headers.add(times == 1 ? name : name + " (" + times + ")");
    }
    return headers;
  }

  private static String tidy(String name) {
    String plain =
        FormulaGuard.opened(name.strip()).replaceAll("^\"|\"$", "").replaceAll("\\s+", " ").strip();
    return plain.length() > LONGEST ? plain.substring(0, LONGEST) : plain;
  }
}
