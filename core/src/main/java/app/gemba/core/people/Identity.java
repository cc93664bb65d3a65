package app.gemba.core.people;

import app.gemba.core.intake.PersonDraft;
import app.gemba.core.phone.PhoneNumber;
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
  public static Optional<PersonId> of(PersonDraft draft, PeopleDirectory known) {
    boolean hasNumber = !draft.numbers().isEmpty();
    if (!draft.ownId().isEmpty()) {
      Optional<PersonId> byId = known.byOwnId(draft.ownId());
      if (byId.isPresent() || hasNumber) {
        return byId;
      }
    }
    for (PhoneNumber number : draft.numbers()) {
      Optional<PersonId> byNumber = known.byNumber(number.e164());
      if (byNumber.isPresent()) {
        return byNumber;
      }
    }
    return hasNumber || draft.email().isEmpty() ? Optional.empty() : known.byEmail(draft.email());
  }
}
