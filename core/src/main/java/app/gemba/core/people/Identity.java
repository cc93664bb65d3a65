package app.gemba.core.people;

import app.gemba.core.people.PeopleDirectory.Known;
import app.gemba.core.people.SamePerson.NumberRule;
import java.util.List;
import java.util.Optional;

/**
 * Whom a row is about.
 *
 * @param person the person; empty where it is somebody new
 * @param nameDiffers whether somebody of another name has one of its numbers: a household or, under
 *     {@link NumberRule#ALONE}, a person known by another name
 */
public record Identity(Optional<PersonId> person, boolean nameDiffers) {

  /**
   * Decides whom a row is about: the person with its own id where the row has one, else with one of
   * its numbers, else with its e-mail address, as far as the rule goes. Somebody who has an own id
   * is never taken for somebody who has another.
   *
   * @param numbers in E.164 form
   */
  public static Identity of(
      String ownId,
      String name,
      String email,
      List<String> numbers,
      SamePerson rule,
      PeopleDirectory known) {
    boolean hasId = rule.byOwnId() && !ownId.isEmpty();
    if (hasId) {
      Optional<PersonId> byId = known.byOwnId(ownId);
      if (byId.isPresent()) {
        return new Identity(byId, false);
      }
    }
    boolean nameDiffers = false;
    if (rule.byNumber() != NumberRule.NEVER) {
      String key = NameKey.of(name);
      for (String number : numbers) {
        for (Known one : known.byNumber(number, key)) {
          if (hasId && !one.ownId().isEmpty()) {
            continue;
          }
          boolean differs = !NameKey.couldBeOne(key, NameKey.of(one.name()));
          if (!differs || rule.byNumber() == NumberRule.ALONE) {
            return new Identity(Optional.of(one.id()), differs);
          }
          nameDiffers = true;
        }
      }
    }
    Optional<PersonId> byEmail =
        !rule.byEmail() || email.isEmpty()
            ? Optional.empty()
            : known.byEmail(email).filter(one -> !hasId || one.ownId().isEmpty()).map(Known::id);
    return new Identity(byEmail, nameDiffers && byEmail.isEmpty());
  }
}
