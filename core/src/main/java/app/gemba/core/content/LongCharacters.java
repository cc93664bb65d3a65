package app.gemba.core.content;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The characters of a text that are not in the GSM alphabet and so force the long encoding (3GPP TS
 * 23.038), with what could stand in their place. The equivalents are common practice.
 */
public final class LongCharacters {
  private static final Map<Integer, String> EQUIVALENTS =
      Map.ofEntries(
          Map.entry((int) '\t', " "),
          Map.entry((int) '`', "'"),
          Map.entry(0x00A9, "(C)"),
          Map.entry(0x00AE, "(R)"),
          Map.entry(0x2122, "(TM)"),
          Map.entry(0x0131, "i"),
          Map.entry(0x0141, "L"),
          Map.entry(0x0142, "l"),
          Map.entry(0x0110, "D"),
          Map.entry(0x0111, "d"),
          Map.entry(0x0152, "OE"),
          Map.entry(0x0153, "oe"),
          Map.entry(0x00FE, "th"),
          Map.entry(0x00DE, "Th"),
          Map.entry(0x00F0, "d"),
          Map.entry(0x00AB, "\""),
          Map.entry(0x00BB, "\""),
          Map.entry(0x2010, "-"),
          Map.entry(0x2011, "-"),
          Map.entry(0x2012, "-"),
          Map.entry(0x2013, "-"),
          Map.entry(0x2014, "-"),
          Map.entry(0x2015, "-"),
          Map.entry(0x2212, "-"),
          Map.entry(0x2018, "'"),
          Map.entry(0x2019, "'"),
          Map.entry(0x201A, "'"),
          Map.entry(0x201B, "'"),
          Map.entry(0x2032, "'"),
          Map.entry(0x201C, "\""),
          Map.entry(0x201D, "\""),
          Map.entry(0x201E, "\""),
          Map.entry(0x201F, "\""),
          Map.entry(0x2033, "\""),
          Map.entry(0x2022, "*"),
          Map.entry(0x00B7, "*"),
          Map.entry(0x2044, "/"),
          Map.entry(0x200B, ""),
          Map.entry(0x200C, ""),
          Map.entry(0x200E, ""),
          Map.entry(0x200F, ""),
          Map.entry(0xFEFF, ""));

  private LongCharacters() {}

  /**
   * One such character.
   *
   * @param shown as it stands in the text
   * @param code its Unicode code point, such as U+2019
   * @param plain what could stand in its place; empty where nothing in the alphabet could
   */
  public record LongCharacter(String shown, String code, Optional<String> plain) {}

  /** Each of them once, in the order in which they stand. */
  public static List<LongCharacter> in(String text) {
    Set<Integer> points = new LinkedHashSet<>();
    text.codePoints().filter(point -> GsmAlphabet.septets(point) == 0).forEach(points::add);
    List<LongCharacter> found = new ArrayList<>();
    for (int point : points) {
      found.add(
          new LongCharacter(
              Character.toString(point), String.format("U+%04X", point), equivalent(point)));
    }
    return found;
  }

  /** The text with every character that has an equivalent replaced by it. */
  public static String plain(String text) {
    StringBuilder plain = new StringBuilder();
    Normalizer.normalize(text, Normalizer.Form.NFC)
        .codePoints()
        .forEach(
            point ->
                plain.append(
                    GsmAlphabet.septets(point) > 0
                        ? Character.toString(point)
                        : equivalent(point).orElse(Character.toString(point))));
    return plain.toString();
  }

  private static Optional<String> equivalent(int point) {
    if (EQUIVALENTS.containsKey(point)) {
      return Optional.of(EQUIVALENTS.get(point));
    }
    StringBuilder base = new StringBuilder();
    Normalizer.normalize(Character.toString(point), Normalizer.Form.NFKD)
        .codePoints()
        .filter(part -> Character.getType(part) != Character.NON_SPACING_MARK)
        .mapToObj(part -> EQUIVALENTS.getOrDefault(part, Character.toString(part)))
        .forEach(base::append);
    boolean inAlphabet =
        base.length() > 0 && base.codePoints().allMatch(part -> GsmAlphabet.septets(part) > 0);
    boolean isMark = Character.getType(point) == Character.NON_SPACING_MARK;
    return inAlphabet && !isMark ? Optional.of(base.toString()) : Optional.empty();
  }
}
