package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.phone.PhoneNumber;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What one row says about a person. Blank texts mean that the row says nothing.
 *
 * @param fields custom fields by key
 * @param agreement what the row says about being contacted
 * @param agreedOn the day on which that was said
 */
public record PersonDraft(
    String ownId,
    String name,
    String firstName,
    String email,
    Map<String, String> fields,
    List<PhoneNumber> numbers,
    Agreement agreement,
    Optional<LocalDate> agreedOn) {
  public PersonDraft {
    fields = Map.copyOf(fields);
    numbers = List.copyOf(numbers);
  }

  /** A person of whom only a number is known. */
  public static PersonDraft ofNumber(PhoneNumber number) {
    return new PersonDraft(
        "", "", "", "", Map.of(), List.of(number), Agreement.UNSAID, Optional.empty());
  }
}
