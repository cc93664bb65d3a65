package app.gemba.core.people;

import app.gemba.core.phone.PhoneNumber;
import java.util.List;
import java.util.Optional;

/** Decides on which of a person's numbers to text them. */
public final class NumberChoice {
  private NumberChoice() {}

  /** The first that takes texts, in the person's own order; else the first at all. */
  public static Optional<PhoneNumber> forTexts(List<PhoneNumber> numbers) {
    return numbers.stream()
        .filter(number -> number.type().takesTexts())
        .findFirst()
        .or(() -> numbers.stream().findFirst());
  }
}
