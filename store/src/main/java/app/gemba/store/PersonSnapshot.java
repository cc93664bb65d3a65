package app.gemba.store;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Everything of a person that an import can change, as it was or became: a line of the journal.
 *
 * @param numbers in their order
 * @param tags surrogates
 */
record PersonSnapshot(
    String ownId,
    String name,
    String firstName,
    String lastName,
    String email,
    Map<String, String> fields,
    List<Held> numbers,
    Set<Long> tags) {

  /** A number as the person has it, by its surrogate. */
  record Held(long number, String label, String extension) {}
}
