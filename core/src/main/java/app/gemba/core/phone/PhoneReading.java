package app.gemba.core.phone;

import java.util.List;

/** What came of reading one cell that should hold a telephone number. */
public sealed interface PhoneReading {

  /**
   * One or more usable numbers.
   *
   * @param numbers in the order in which they stand in the cell, each once
   * @param extension digits to be dialled behind the first number, or an empty text
   * @param warning what a careful reader would mention, or an empty text
   */
  record Numbers(List<PhoneNumber> numbers, String extension, String warning)
      implements PhoneReading {
    public Numbers {
      numbers = List.copyOf(numbers);
      if (numbers.isEmpty()) {
        throw new IllegalArgumentException("a reading with numbers has at least one");
      }
    }
  }

  /** Blank, or a mark that stands for blank, such as a dash or "n/a". */
  record Blank() implements PhoneReading {}

  /** Words without a number in them. */
  record NoNumber() implements PhoneReading {}

  /** Digits that are no telephone number. */
  record Unusable(String why) implements PhoneReading {}

  /** A number whose digits a spreadsheet has thrown away. */
  record Destroyed() implements PhoneReading {}
}
