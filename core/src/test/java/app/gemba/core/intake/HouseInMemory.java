package app.gemba.core.intake;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.people.Identity;
import app.gemba.core.people.NumberChoice;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** A house in memory, with the identity and agreement rules of the core. */
final class HouseInMemory implements KnownPeople {
  final Map<RejectReason, Integer> rejects = new EnumMap<>(RejectReason.class);
  final Set<String> allNumbers = new HashSet<>();
  final Map<String, Integer> newByRegion = new TreeMap<>();
  private final Map<String, PersonId> byId = new HashMap<>();
  private final Map<String, List<Known>> byNumber = new HashMap<>();
  private final Map<String, Known> byEmail = new HashMap<>();
  private final Map<Long, Map<String, HeldNumber>> numbers = new LinkedHashMap<>();
  private final Map<Long, Agreement> agreements = new HashMap<>();
  private final Map<Long, String> names = new HashMap<>();
  int fresh;
  int merged;
  int phonesRead;
  int severalInACell;

  void takeIn(TableFile file, ImportPlan plan, PhoneReader phones) throws Exception {
    fresh = 0;
    merged = 0;
    phonesRead = 0;
    severalInACell = 0;
    rejects.clear();
    newByRegion.clear();
    RowReader rows = new RowReader(plan, phones);
    file.forEachRow(
        row -> {
          take(rows.read(row.cells()), plan);
          return true;
        });
  }

  private void take(RowReading reading, ImportPlan plan) {
    PersonDraft draft = reading.draft();
    Optional<PersonId> known =
        Identity.of(
                draft.ownId(),
                draft.name().full(),
                draft.email(),
                draft.e164s(),
                plan.samePerson(),
                this)
            .person();
    if (known.isEmpty() && reading.unlessKnown().isPresent()) {
      rejects.merge(reading.unlessKnown().get(), 1, Integer::sum);
      return;
    }
    severalInACell +=
        reading.notes().stream().anyMatch(note -> note.why().equals("two numbers")) ? 1 : 0;
    fresh += known.isEmpty() ? 1 : 0;
    merged += known.isPresent() ? 1 : 0;
    if (known.isEmpty() && !draft.numbers().isEmpty()) {
      newByRegion.merge(draft.numbers().get(0).number().region(), 1, Integer::sum);
    }
    PersonId person = known.orElseGet(() -> new PersonId(numbers.size() + 1L));
    Known one = new Known(person, draft.name().full(), draft.ownId());
    names.putIfAbsent(person.value(), draft.name().full());
    if (!draft.ownId().isEmpty()) {
      byId.put(draft.ownId(), person);
    }
    if (!draft.email().isEmpty()) {
      byEmail.putIfAbsent(draft.email(), one);
    }
    for (HeldNumber held : draft.numbers()) {
      phonesRead++;
      String e164 = held.number().e164();
      allNumbers.add(e164);
      List<Known> holders = byNumber.computeIfAbsent(e164, number -> new ArrayList<>());
      if (holders.stream().noneMatch(holder -> holder.id().equals(person))) {
        holders.add(one);
      }
      numbers.computeIfAbsent(person.value(), id -> new LinkedHashMap<>()).putIfAbsent(e164, held);
    }
    numbers.computeIfAbsent(person.value(), id -> new LinkedHashMap<>());
    agreements.merge(person.value(), draft.agreement(), Agreement::and);
  }

  int people() {
    return numbers.size();
  }

  long withAgreement(Agreement wanted) {
    return agreements.values().stream().filter(agreement -> agreement == wanted).count();
  }

  long landlineOnly() {
    return numbers.values().stream()
        .map(all -> NumberChoice.on(Channel.SMS, List.copyOf(all.values())).orElseThrow())
        .filter(chosen -> chosen.number().type() == LineType.LANDLINE)
        .count();
  }

  /** Numbers that a campaign on a channel would reach, each once. */
  Set<String> reached(Channel channel) {
    Set<String> reached = new HashSet<>();
    for (Map<String, HeldNumber> all : numbers.values()) {
      NumberChoice.on(channel, List.copyOf(all.values()))
          .ifPresent(held -> reached.add(held.number().e164()));
    }
    return reached;
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return Optional.ofNullable(byId.get(ownId));
  }

  @Override
  public List<Known> byNumber(String e164, String nameKey) {
    return byNumber.getOrDefault(e164, List.of());
  }

  @Override
  public Optional<Known> byEmail(String email) {
    return Optional.ofNullable(byEmail.get(email));
  }

  @Override
  public Map<String, String> details(PersonId person) {
    return Map.of(MergeTarget.NAME, names.getOrDefault(person.value(), ""));
  }
}
