package app.gemba.core.content;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the texts of reference/sms_cases.csv, which stand there escaped. */
final class SmsCases {
  private static final Pattern ESCAPE =
      Pattern.compile("\\\\(x([0-9a-f]{2})|u([0-9a-f]{4})|U([0-9a-f]{8})|.)");

  private static final Pattern FILL = Pattern.compile("fill\\((\\d+)\\) of \"(.*)\"");

  private SmsCases() {}

  static String unescape(String escaped) {
    Matcher filled = FILL.matcher(escaped);
    if (filled.matches()) {
      int length = Integer.parseInt(filled.group(1));
      return filled.group(2).repeat(length / filled.group(2).length() + 1).substring(0, length);
    }
    Matcher match = ESCAPE.matcher(escaped);
    StringBuilder text = new StringBuilder();
    while (match.find()) {
      match.appendReplacement(text, Matcher.quoteReplacement(character(match)));
    }
    return match.appendTail(text).toString();
  }

  private static String character(Matcher match) {
    for (int group = 2; group <= 4; group++) {
      if (match.group(group) != null) {
        return Character.toString(Integer.parseInt(match.group(group), 16));
      }
    }
    return switch (match.group(1)) {
      case "n" -> "\n";
      case "r" -> "\r";
      case "t" -> "\t";
      default -> match.group(1);
    };
  }
}
