package app.gemba.store;

import app.gemba.core.consent.Agreement;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.PersonName;
import app.gemba.core.intake.RejectReason;
import app.gemba.core.intake.RowReading;
import app.gemba.core.people.HeldNumber;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/** Rows that have been read, for tests. */
final class ImportRows {
  private ImportRows() {}

  /** Rows about few people, by few ids, numbers and addresses, so that most of them meet. */
  static List<ReadRow> random(int seed, int count) {
    Random random = new Random(seed);
    List<ReadRow> rows = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      int[] numbers = random.ints(random.nextInt(3), 0, 60).distinct().toArray();
      PersonDraft draft =
          draft(
              random.nextInt(3) == 0 ? "MF-" + random.nextInt(40) : "",
              random.nextInt(4) == 0 ? "" : "Guest " + i,
              random.nextInt(2) == 0 ? "guest" + random.nextInt(40) + "@guests.example" : "",
              random.nextInt(2) == 0 ? Map.of("field" + random.nextInt(3), "v" + i) : Map.of(),
              numbers);
      rows.add(new ReadRow(i, reading(draft), random.nextInt(50) == 0, Map.of()));
    }
    return rows;
  }

  static ReadRow row(long number, PersonDraft draft) {
    return new ReadRow(number, reading(draft), false, Map.of());
  }

  private static RowReading reading(PersonDraft draft) {
    return new RowReading(
        draft,
        draft.numbers().isEmpty() ? Optional.of(RejectReason.NO_NUMBER) : Optional.empty(),
        List.of());
  }

  static PersonDraft draft(
      String ownId, String name, String email, Map<String, String> fields, int... numbers) {
    Agreement agreement = Agreement.values()[name.length() % Agreement.values().length];
    return new PersonDraft(
        ownId,
        PersonName.of(name),
        email,
        fields,
        Arrays.stream(numbers).mapToObj(i -> HeldNumber.of(TemporaryHouse.number(i))).toList(),
        name.length() % 2 == 0 ? Set.of("even") : Set.of(),
        false,
        agreement,
        Optional.empty(),
        "");
  }
}
