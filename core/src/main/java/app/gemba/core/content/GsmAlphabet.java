package app.gemba.core.content;

import com.cloudhopper.commons.charset.CharsetUtil;
import java.util.HashMap;
import java.util.Map;

/** The GSM 7-bit default alphabet with its extension table (3GPP TS 23.038, 6.2.1). */
final class GsmAlphabet {
  private static final byte ESCAPE = 0x1B;
  private static final Map<Integer, Integer> SEPTETS = table();

  private GsmAlphabet() {}

  /** Septets a character takes: 1, 2 for the extension table, or 0 where it is not in it. */
  static int septets(int codePoint) {
    return SEPTETS.getOrDefault(codePoint, 0);
  }

  private static Map<Integer, Integer> table() {
    Map<Integer, Integer> septets = new HashMap<>();
    for (byte code = 0; code >= 0; code++) {
      if (code != ESCAPE) {
        add(septets, new byte[] {code});
        add(septets, new byte[] {ESCAPE, code});
      }
    }
    return Map.copyOf(septets);
  }

  /** The charset reads an unassigned extension as NUL, which is not in the alphabet. */
  private static void add(Map<Integer, Integer> septets, byte[] coded) {
    String character = CharsetUtil.decode(coded, CharsetUtil.CHARSET_GSM);
    if (character.codePointCount(0, character.length()) == 1
        && character.charAt(0) != 0
        && java.util.Arrays.equals(CharsetUtil.encode(character, CharsetUtil.CHARSET_GSM), coded)) {
      septets.merge(character.codePointAt(0), coded.length, Math::min);
    }
  }
}
