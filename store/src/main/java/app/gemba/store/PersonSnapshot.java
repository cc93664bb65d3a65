package app.gemba.store;

import app.gemba.core.people.PlainWords;
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

  /** The words by which the person is found. */
  String words(Map<Long, String> tagNames) {
    StringBuilder words = new StringBuilder(name);
    words.append(' ').append(email).append(' ').append(ownId);
    fields.values().forEach(value -> words.append(' ').append(value));
    tags.stream().sorted().forEach(tag -> words.append(' ').append(tagNames.getOrDefault(tag, "")));
    return PlainWords.of(words.toString());
  }

  /** A number as the person has it, by its surrogate. */
  record Held(long number, String label, String extension) {}
}
