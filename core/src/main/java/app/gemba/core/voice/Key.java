package app.gemba.core.voice;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** A key of a telephone, and the pair of frequencies that it sounds. Source: ITU-T Q.23. */
public enum Key {
  ONE('1', 697, 1209),
  TWO('2', 697, 1336),
  THREE('3', 697, 1477),
  A('A', 697, 1633),
  FOUR('4', 770, 1209),
  FIVE('5', 770, 1336),
  SIX('6', 770, 1477),
  B('B', 770, 1633),
  SEVEN('7', 852, 1209),
  EIGHT('8', 852, 1336),
  NINE('9', 852, 1477),
  C('C', 852, 1633),
  STAR('*', 941, 1209),
  ZERO('0', 941, 1336),
  HASH('#', 941, 1477),
  D('D', 941, 1633);

  /** The low group, in hertz. */
  static final List<Integer> LOW = List.of(697, 770, 852, 941);

  /** The high group, in hertz. */
  static final List<Integer> HIGH = List.of(1209, 1336, 1477, 1633);

  private final char face;
  private final int low;
  private final int high;

  Key(char face, int low, int high) {
    this.face = face;
    this.low = low;
    this.high = high;
  }

  /** What stands on the key. */
  public char face() {
    return face;
  }

  /** Its two frequencies in hertz, the low one first. */
  public List<Double> hertz() {
    return List.of((double) low, (double) high);
  }

  /** The key on which something stands. */
  public static Optional<Key> of(char face) {
    return Arrays.stream(values())
        .filter(key -> key.face == Character.toUpperCase(face))
        .findFirst();
  }

  /** The key that two frequencies make, by their places in the groups. */
  static Key at(int low, int high) {
    return values()[low * HIGH.size() + high];
  }
}
