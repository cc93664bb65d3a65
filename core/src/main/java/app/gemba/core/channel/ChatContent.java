package app.gemba.core.channel;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a WhatsApp campaign says: a template, and what stands in its placeholders.
 *
 * @param templateId the house's id of the template; {@code template} its name and {@code language}
 *     its language on the platform
 * @param fields merge fields by the places of the placeholders: the first belongs to {@code {{1}}}
 */
public record ChatContent(long templateId, String template, String language, List<String> fields) {
  private static final Pattern PLACEHOLDER = Pattern.compile("\\{\\{\\s*(\\d+)\\s*}}");

  public ChatContent {
    fields = List.copyOf(fields);
  }

  /**
   * The numbers of the placeholders in a body, in their order there, each as often as it stands.
   */
  public static List<Integer> placeholders(String body) {
    List<Integer> numbers = new ArrayList<>();
    Matcher found = PLACEHOLDER.matcher(body);
    while (found.find()) {
      numbers.add(Integer.parseInt(found.group(1)));
    }
    return numbers;
  }

  /** The body with merge fields in the places of its placeholders. */
  public String withFields(String body) {
    return PLACEHOLDER
        .matcher(body)
        .replaceAll(found -> Matcher.quoteReplacement(field(Integer.parseInt(found.group(1)))));
  }

  /** Whether every placeholder of a body has a field. */
  public boolean isMapped(String body) {
    return placeholders(body).stream()
        .allMatch(number -> number <= fields.size() && !fields.get(number - 1).isBlank());
  }

  private String field(int number) {
    return number <= fields.size() && !fields.get(number - 1).isBlank()
        ? "{{" + fields.get(number - 1) + "}}"
        : "";
  }
}
