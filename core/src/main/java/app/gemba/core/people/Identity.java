package app.gemba.core.people;

import app.gemba.core.phone.PhoneNumber;
import java.util.List;
import java.util.Optional;

/** Decides whom a row is about. */
public final class Identity {
  private Identity() {}

  /**
   * Whom a row is about: the person with its own id where the row has one, else with one of its
   * numbers. A row without a number may also be about somebody known by e-mail.
   *
   * @return empty where it is somebody new
   */
  public static Optional<PersonId> of(
      String ownId, String email, List<PhoneNumber> numbers, PeopleDirectory known) {
    if (!ownId.isEmpty()) {
      Optional<PersonId> byId = known.byOwnId(ownId);
      if (byId.isPresent() || !numbers.isEmpty()) {
        return byId;
      }
    }
    for (PhoneNumber number : numbers) {
      Optional<PersonId> byNumber = known.byNumber(number.e164());
      if (byNumber.isPresent()) {
        return byNumber;
      }
    }
    return !numbers.isEmpty() || email.isEmpty() ? Optional.empty() : known.byEmail(email);
  }
}
