package app.gemba.core.intake.file;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lines of which each may hold a number, a name, or both in any order, as a table of two columns.
 */
record LineRows(Path file, String charset) implements RowSource {
  static final List<String> COLUMNS = List.of("Number", "Name");

  /** Where several numbers stand in a line they stay together in its cell, to be read there. */
  private static final Pattern NUMBERS =
      Pattern.compile(
          "[+(]?[\\d\\p{Nd}](?:[\\d\\p{Nd}\\s().+/\\-\u2010-\u2015\u00A0\u200B-\u200D;&]|,(?=\\s*[+(\\d]))*[\\d\\p{Nd}](?:\\s*(?:x|ext\\.?)\\s*\\d+)?");

  private static final Pattern LABEL =
      Pattern.compile(
          "(?i)\\b(?:tel|phone|telephone|mobile|cell|mob)\\b\\s*[.:]?\\s*$|[,;:\\t|<>'\"\u200B-\u200D]+");

  @Override
  public void forEach(Taker taker) throws IOException {
    taker.take(COLUMNS);
    try (Reader text = TableFile.reader(file, charset);
        BufferedReader lines = new BufferedReader(text)) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (!line.isBlank()) {
          taker.take(split(line));
        }
      }
    }
  }

  /** The number of a line and the name beside it; a line without a number stands as one. */
  static List<String> split(String line) {
    Matcher longest = longest(line);
    if (longest == null) {
      return List.of(line.strip(), "");
    }
    String before = tidy(line.substring(0, longest.start()));
    String after = tidy(line.substring(longest.end()));
    return List.of(longest.group().strip(), (before + " " + after).strip());
  }

  private static Matcher longest(String line) {
    Matcher found = NUMBERS.matcher(line);
    int start = -1;
    int length = 4;
    while (found.find()) {
      if (found.group().length() > length) {
        length = found.group().length();
        start = found.start();
      }
    }
    return start >= 0 && found.find(start) ? found : null;
  }

  private static String tidy(String words) {
    return LABEL.matcher(words.strip()).replaceAll(" ").strip().replaceAll("\\s+", " ");
  }
}
