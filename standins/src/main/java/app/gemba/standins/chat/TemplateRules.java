package app.gemba.standins.chat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a template must keep to. After the public rules of WhatsApp for message templates (from
 * memory): names of small letters, digits and underscores; at most 1024 characters; placeholders
 * numbered from 1 without a gap, none at the beginning or the end, no two side by side; no
 * shortened links; what promotes belongs to marketing.
 */
final class TemplateRules {
  private static final Pattern NAME = Pattern.compile("[a-z0-9_]{1,512}");
  private static final Pattern PLACEHOLDER = Pattern.compile("\\{\\{\\s*(\\d+)\\s*}}");
  private static final Pattern SIDE_BY_SIDE =
      Pattern.compile("\\{\\{\\s*\\d+\\s*}}\\s*\\{\\{\\s*\\d+\\s*}}");
  private static final Pattern PROMOTES =
      Pattern.compile(
          "\\b(discount|sale|offer|save|deal|coupon|voucher|free gift|early bird)\\b|\\d\\s*%",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern SHORTENED =
      Pattern.compile("\\b(?:https?://)?(?:\\w+\\.)?(?:sho\\.rt|ti\\.ny|short\\.example)\\b");
  private static final Set<String> CATEGORIES = Set.of("MARKETING", "UTILITY", "AUTHENTICATION");
  private static final int LONGEST = 1_024;
  private static final int WORDS_A_PLACEHOLDER = 3;

  private TemplateRules() {}

  /** Why a template is rejected, in a sentence; empty where it is approved. */
  static Optional<String> fault(String name, String category, String body) {
    if (!NAME.matcher(name).matches()) {
      return Optional.of("The name has other characters than a to z, 0 to 9 and _.");
    }
    if (!CATEGORIES.contains(category)) {
      return Optional.of("The category is none of marketing, utility and authentication.");
    }
    if (body.isBlank() || body.length() > LONGEST) {
      return Optional.of("The body must have 1 to " + LONGEST + " characters.");
    }
    if (category.equals("UTILITY") && PROMOTES.matcher(body).find()) {
      return Optional.of("The text promotes something, so that its category is marketing.");
    }
    if (SHORTENED.matcher(body.toLowerCase(Locale.ROOT)).find()) {
      return Optional.of("Shortened links hide where they lead. Use the whole address.");
    }
    return placeholders(body);
  }

  private static Optional<String> placeholders(String body) {
    String plain = body.strip();
    List<Integer> numbers = new ArrayList<>();
    Matcher found = PLACEHOLDER.matcher(plain);
    while (found.find()) {
      numbers.add(Integer.parseInt(found.group(1)));
      if (found.start() == 0 || found.end() == plain.length()) {
        return Optional.of("A placeholder stands at the beginning or the end of the text.");
      }
    }
    if (PLACEHOLDER.matcher(plain).replaceAll("").matches("(?s).*[{}]{2}.*")) {
      return Optional.of("A placeholder is not a number in double braces.");
    }
    if (SIDE_BY_SIDE.matcher(plain).find()) {
      return Optional.of("Two placeholders stand side by side.");
    }
    for (int number = 1; number <= numbers.stream().distinct().count(); number++) {
      if (!numbers.contains(number)) {
        return Optional.of("Placeholders must be numbered from 1 without a gap.");
      }
    }
    long words = plain.split("\\s+").length;
    return words < (long) WORDS_A_PLACEHOLDER * numbers.size()
        ? Optional.of("There are too many placeholders for so few words.")
        : Optional.empty();
  }
}
