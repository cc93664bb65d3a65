package app.gemba.core.content;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Cuts a text into segments (3GPP TS 23.038 for the alphabets, TS 23.040 for the 6-byte
 * concatenation header). A character of the extension table, a surrogate pair and, where it fits
 * into one segment, a whole grapheme is never divided: it moves to the next segment.
 */
public final class SmsSegmenter {
  /** An extended grapheme cluster (Unicode UAX #29), as the JDK's regular expressions see it. */
  private static final Pattern GRAPHEME = Pattern.compile("\\X");

  private SmsSegmenter() {}

  /** Cuts a text; never fails. */
  public static SmsText cut(String text) {
    boolean gsm = text.codePoints().allMatch(point -> GsmAlphabet.septets(point) > 0);
    SmsEncoding encoding = gsm ? SmsEncoding.GSM7 : SmsEncoding.UCS2;
    int units = units(text, encoding);
    if (units == 0) {
      return new SmsText(encoding, 0, List.of());
    }
    if (units <= encoding.unitsAlone()) {
      return new SmsText(encoding, units, List.of(text));
    }
    return new SmsText(encoding, units, segments(text, encoding));
  }

  private static List<String> segments(String text, SmsEncoding encoding) {
    List<String> segments = new ArrayList<>();
    StringBuilder current = new StringBuilder();
    int filled = 0;
    for (String piece : pieces(text, encoding)) {
      int size = units(piece, encoding);
      if (filled + size > encoding.unitsJoined()) {
        segments.add(current.toString());
        current.setLength(0);
        filled = 0;
      }
      current.append(piece);
      filled += size;
    }
    segments.add(current.toString());
    return segments;
  }

  /** What must stay together: characters in GSM7, graphemes (if they fit a segment) in UCS2. */
  private static List<String> pieces(String text, SmsEncoding encoding) {
    List<String> pieces = new ArrayList<>();
    if (encoding == SmsEncoding.GSM7) {
      text.codePoints().forEach(point -> pieces.add(Character.toString(point)));
      return pieces;
    }
    Matcher graphemes = GRAPHEME.matcher(text);
    while (graphemes.find()) {
      String grapheme = graphemes.group();
      if (grapheme.length() <= encoding.unitsJoined()) {
        pieces.add(grapheme);
      } else {
        grapheme.codePoints().forEach(point -> pieces.add(Character.toString(point)));
      }
    }
    return pieces;
  }

  private static int units(String text, SmsEncoding encoding) {
    return encoding == SmsEncoding.UCS2
        ? text.length()
        : text.codePoints().map(GsmAlphabet::septets).sum();
  }
}
