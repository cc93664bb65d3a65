package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.phone.PhoneNumber;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What one row says about a person. Blank texts mean that the row says nothing.
 *
 * @param fields custom fields by key
 * @param doNotContact whether the row says that the person must not be contacted
 * @param agreement what the row says about being contacted
 * @param agreedOn the day on which that was said
 * @param agreedHow by what means, where the row says so
 */
public record PersonDraft(
    String ownId,
    PersonName name,
    String email,
    Map<String, String> fields,
    List<HeldNumber> numbers,
    Set<String> tags,
    boolean doNotContact,
    Agreement agreement,
    Optional<LocalDate> agreedOn,
    String agreedHow) {
  public PersonDraft {
    fields = Map.copyOf(fields);
    numbers = List.copyOf(numbers);
    tags = Set.copyOf(tags);
  }

  /** A person of whom only a number is known. */
  public static PersonDraft ofNumber(PhoneNumber number) {
    return of("", PersonName.BLANK, "", List.of(HeldNumber.of(number)));
  }

  /** A person as somebody writes them down by hand. */
  public static PersonDraft of(
      String ownId, PersonName name, String email, List<HeldNumber> numbers) {
    return new PersonDraft(
        ownId,
        name,
        email,
        Map.of(),
        numbers,
        Set.of(),
        false,
        Agreement.UNSAID,
        Optional.empty(),
        "");
  }

  /** The numbers in E.164 form. */
  public List<String> e164s() {
    return numbers.stream().map(held -> held.number().e164()).toList();
  }
}
