package app.gemba.core.intake;

import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import java.util.Map;

/** The people who are known, and what of them a row could change. */
public interface KnownPeople extends PeopleDirectory {

  /**
   * What is known of somebody, by the name of a target: {@link MergeTarget#NAME} and the others,
   * and the keys of custom fields. Blank texts may be left out.
   */
  Map<String, String> details(PersonId person);
}
