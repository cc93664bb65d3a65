package app.gemba.core.intake;

import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The people who are known, and those of the rows of a file so far. */
final class PeopleInFile implements PeopleDirectory {
  private final PeopleDirectory known;
  private final Map<String, PersonId> ids = new HashMap<>();
  private final Map<String, List<Known>> numbers = new HashMap<>();
  private final Map<String, Known> emails = new HashMap<>();

  PeopleInFile(PeopleDirectory known) {
    this.known = known;
  }

  /** The id by which somebody new of a row goes until the file is taken in. */
  static PersonId idOfRow(long row) {
    return new PersonId(-row);
  }

  static boolean isOfFile(PersonId id) {
    return id.value() < 0;
  }

  void remember(PersonDraft draft, PersonId person) {
    Known one = new Known(person, draft.name().full(), draft.ownId());
    if (!draft.ownId().isEmpty()) {
      ids.putIfAbsent(draft.ownId(), person);
    }
    if (!draft.email().isEmpty()) {
      emails.putIfAbsent(draft.email(), one);
    }
    for (String number : draft.e164s()) {
      List<Known> holders = numbers.computeIfAbsent(number, e164 -> new ArrayList<>(1));
      if (holders.stream().noneMatch(holder -> holder.id().equals(person))) {
        holders.add(one);
      }
    }
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return known.byOwnId(ownId).or(() -> Optional.ofNullable(ids.get(ownId)));
  }

  @Override
  public List<Known> byNumber(String e164) {
    List<Known> before = known.byNumber(e164);
    List<Known> inFile = numbers.getOrDefault(e164, List.of());
    if (before.isEmpty() || inFile.isEmpty()) {
      return before.isEmpty() ? inFile : before;
    }
    List<Known> all = new ArrayList<>(before);
    inFile.stream()
        .filter(one -> before.stream().noneMatch(other -> other.id().equals(one.id())))
        .forEach(all::add);
    return all;
  }

  @Override
  public Optional<Known> byEmail(String email) {
    return known.byEmail(email).or(() -> Optional.ofNullable(emails.get(email)));
  }
}
