package app.gemba.core.people;

import java.util.List;
import java.util.Optional;

/** Looks up who is already known. */
public interface PeopleDirectory {

  /**
   * Somebody known.
   *
   * @param name as it stands, or blank
   * @param ownId the operator's own id of them, or blank
   */
  record Known(PersonId id, String name, String ownId) {}

  /** By the operator's own id, as it stands in the file. */
  Optional<PersonId> byOwnId(String ownId);

  /**
   * Who has a number in E.164 form, the one taken in first first: everybody, or as many as decide
   * (see {@link NumberHolders}).
   *
   * @param nameKey the {@link NameKey} of the name beside the number
   */
  List<Known> byNumber(String e164, String nameKey);

  /** By an e-mail address in lower case: of several, the one taken in first. */
  Optional<Known> byEmail(String email);
}
