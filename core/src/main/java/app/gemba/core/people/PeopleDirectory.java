package app.gemba.core.people;

import java.util.Optional;

/** Looks up who is already known. Of several, the one taken in first is given. */
public interface PeopleDirectory {
  /** By the operator's own id, as it stands in the file. */
  Optional<PersonId> byOwnId(String ownId);

  /** By a number in E.164 form. */
  Optional<PersonId> byNumber(String e164);

  /** By an e-mail address in lower case. */
  Optional<PersonId> byEmail(String email);
}
