package app.gemba.core.intake;

import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Numbers as they are typed or pasted, one a line or several separated as in a cell.
 *
 * @param numbers each once, in order
 * @param unreadable the lines in which there is none
 */
public record TypedNumbers(List<PhoneNumber> numbers, List<String> unreadable) {
  public TypedNumbers {
    numbers = List.copyOf(numbers);
    unreadable = List.copyOf(unreadable);
  }

  /** Reads all lines. */
  public static TypedNumbers read(String text, String defaultRegion, PhoneReader phones) {
    Map<String, PhoneNumber> found = new LinkedHashMap<>();
    List<String> unreadable = new ArrayList<>();
    for (String line : text.lines().filter(line -> !line.isBlank()).toList()) {
      if (phones.read(line, defaultRegion) instanceof PhoneReading.Numbers read) {
        read.numbers().forEach(number -> found.putIfAbsent(number.e164(), number));
      } else {
        unreadable.add(line.strip());
      }
    }
    return new TypedNumbers(List.copyOf(found.values()), unreadable);
  }
}
