package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Reference;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.people.Identity;
import app.gemba.core.people.NumberChoice;
import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Source: the figures that the made-up sample files of Marram Ferries come with. */
class SeasonPassFileTest {
  private final PhoneReader phones = new PhoneReader();
  private final House house = new House();

  @Test
  void theSampleEndsAsItsDescriptionSays() throws Exception {
    DelimitedFile file =
        DelimitedFile.open(Reference.file("season-pass-holders.csv"), phones, "US");
    assertThat(file.rows()).isEqualTo(5000);
    ImportPlan plan = guessed(file);
    house.takeIn(file, plan, phones);

    assertThat(house.fresh).isEqualTo(4647);
    assertThat(house.merged).isEqualTo(197);
    assertThat(house.rejects)
        .containsEntry(RejectReason.NO_NUMBER, 58)
        .containsEntry(RejectReason.NO_NUMBER_IN_TEXT, 36)
        .containsEntry(RejectReason.NOT_USABLE, 45)
        .containsEntry(RejectReason.DESTROYED, 17);
    assertThat(house.withAgreement(Agreement.YES)).isEqualTo(3952);
    assertThat(house.withAgreement(Agreement.NO)).isEqualTo(413);
    assertThat(house.withAgreement(Agreement.UNSAID)).isEqualTo(282);
    assertThat(house.landlineOnly()).isEqualTo(238);
  }

  @Test
  void whatIsCountedBeforehandIsWhatThenHappens() throws Exception {
    DelimitedFile file =
        DelimitedFile.open(Reference.file("season-pass-holders.csv"), phones, "US");
    ImportPlan plan = guessed(file);
    ImportCheck check = new ImportCheck(plan, phones, new House());
    file.forEachRow(
        row -> {
          check.count(row);
          return true;
        });
    house.takeIn(file, plan, phones);
    ImportCheck.Result counted = check.result();
    assertThat(counted.fresh()).isEqualTo(house.fresh).isEqualTo(4647);
    assertThat(counted.merged()).isEqualTo(house.merged);
    assertThat(counted.rejected())
        .isEqualTo(
            house.rejects.entrySet().stream()
                .collect(
                    java.util.stream.Collectors.toMap(
                        Map.Entry::getKey, one -> one.getValue().longValue())));
    assertThat(counted.agreed() + counted.saidNo() + counted.unsaid())
        .isEqualTo(counted.fresh() + counted.merged());
    ColumnCheck.Findings mobile = counted.columns().get(2);
    assertThat(mobile.wrong().values().stream().mapToLong(n -> n).sum()).isEqualTo(45 + 36 + 17);
    assertThat(mobile.samples()).hasSize(8).allMatch(cell -> !cell.why().isBlank());
    assertThat(mobile.mostSeen()).first().extracting(ColumnCheck.Seen::value).isEqualTo("-");
  }

  @Test
  void householdsShareTelephones() throws Exception {
    DelimitedFile file = DelimitedFile.open(Reference.file("households.csv"), phones, "US");
    house.takeIn(file, guessed(file), phones);
    assertThat(house.fresh).isEqualTo(120);
    assertThat(house.byNumber).hasSize(70);
  }

  private ImportPlan guessed(DelimitedFile file) throws Exception {
    List<List<String>> sample = new ArrayList<>();
    file.forEachRow(
        row -> {
          sample.add(row.cells());
          return sample.size() < 200;
        });
    List<ColumnPlan> columns =
        new MappingGuesser(phones, "US")
            .guess(file.headers(), sample).stream().map(ColumnGuess::plan).toList();
    return new ImportPlan(
        columns,
        "US",
        new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "export"));
  }

  /** A house in memory, with the identity and agreement rules of the core. */
  private static final class House implements PeopleDirectory {
    private final Map<String, PersonId> byId = new HashMap<>();
    private final Map<String, PersonId> byNumber = new HashMap<>();
    private final Map<Long, List<PhoneNumber>> numbers = new HashMap<>();
    private final Map<Long, Agreement> agreements = new HashMap<>();
    private final Map<RejectReason, Integer> rejects = new EnumMap<>(RejectReason.class);
    private int fresh;
    private int merged;

    void takeIn(DelimitedFile file, ImportPlan plan, PhoneReader phones) throws Exception {
      RowReader rows = new RowReader(plan, phones);
      file.forEachRow(
          row -> {
            take(rows.read(row.cells()));
            return true;
          });
    }

    private void take(RowReading reading) {
      PersonDraft draft = reading.draft();
      Optional<PersonId> known = Identity.of(draft.ownId(), draft.email(), draft.numbers(), this);
      if (known.isEmpty() && reading.unlessKnown().isPresent()) {
        rejects.merge(reading.unlessKnown().get(), 1, Integer::sum);
        return;
      }
      fresh += known.isEmpty() ? 1 : 0;
      merged += known.isPresent() ? 1 : 0;
      PersonId person = known.orElseGet(() -> new PersonId(numbers.size() + 1L));
      byId.put(draft.ownId(), person);
      draft.numbers().forEach(number -> byNumber.putIfAbsent(number.e164(), person));
      numbers.computeIfAbsent(person.value(), id -> new ArrayList<>()).addAll(draft.numbers());
      agreements.merge(person.value(), draft.agreement(), Agreement::and);
    }

    long withAgreement(Agreement wanted) {
      return agreements.values().stream().filter(agreement -> agreement == wanted).count();
    }

    long landlineOnly() {
      return numbers.values().stream()
          .filter(
              all -> NumberChoice.on(Channel.SMS, all).orElseThrow().type() == LineType.LANDLINE)
          .count();
    }

    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return Optional.ofNullable(byId.get(ownId));
    }

    @Override
    public Optional<PersonId> byNumber(String e164) {
      return Optional.ofNullable(byNumber.get(e164));
    }

    @Override
    public Optional<PersonId> byEmail(String email) {
      return Optional.empty();
    }
  }
}
