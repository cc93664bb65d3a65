package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.people.Identity;
import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a whole file would come to, counted before anything is written: by the same reader and the
 * same identity that will take it in. Takes one row after another. Not safe for use by several
 * threads.
 */
public final class ImportCheck {
  private final RowReader reader;
  private final PeopleDirectory known;
  private final List<ColumnCheck> columns = new ArrayList<>();
  private final Map<RejectReason, Long> rejected = new EnumMap<>(RejectReason.class);
  private final Map<Agreement, Long> agreements = new EnumMap<>(Agreement.class);
  private final InFile inFile = new InFile();
  private long rows;
  private long fresh;
  private long merged;

  /** A check of a file under a plan, against the people who are known. */
  public ImportCheck(ImportPlan plan, PhoneReader phones, PeopleDirectory known) {
    this.reader = new RowReader(plan, phones);
    this.known = known;
    for (ColumnPlan column : plan.columns()) {
      columns.add(new ColumnCheck(column, phones, plan.defaultRegion()));
    }
  }

  /**
   * What the file comes to; new, merged and rejected add up to the rows.
   *
   * @param agreed rows that will be taken in and say yes; likewise for no and nothing
   */
  public record Result(
      long rows,
      long fresh,
      long merged,
      Map<RejectReason, Long> rejected,
      long agreed,
      long saidNo,
      long unsaid,
      List<ColumnCheck.Findings> columns) {}

  /** Counts one row. */
  public void count(DelimitedFile.Row row) {
    rows++;
    columns.forEach(column -> column.count(row.cells()));
    if (row.cutOff()) {
      rejected.merge(RejectReason.CUT_OFF, 1L, Long::sum);
      return;
    }
    RowReading reading = reader.read(row.cells());
    PersonDraft draft = reading.draft();
    Optional<PersonId> person = Identity.of(draft.ownId(), draft.email(), draft.numbers(), inFile);
    if (person.isEmpty() && reading.unlessKnown().isPresent()) {
      rejected.merge(reading.unlessKnown().get(), 1L, Long::sum);
      return;
    }
    fresh += person.isEmpty() ? 1 : 0;
    merged += person.isPresent() ? 1 : 0;
    agreements.merge(draft.agreement(), 1L, Long::sum);
    inFile.remember(draft, person.orElseGet(() -> new PersonId(-rows)));
  }

  /** What has been counted so far. */
  public Result result() {
    return new Result(
        rows,
        fresh,
        merged,
        Map.copyOf(rejected),
        agreements.getOrDefault(Agreement.YES, 0L),
        agreements.getOrDefault(Agreement.NO, 0L),
        agreements.getOrDefault(Agreement.UNSAID, 0L),
        columns.stream().map(ColumnCheck::result).toList());
  }

  /** The people who are known, and those of the rows before. */
  private final class InFile implements PeopleDirectory {
    private final Map<String, PersonId> ids = new HashMap<>();
    private final Map<String, PersonId> numbers = new HashMap<>();
    private final Map<String, PersonId> emails = new HashMap<>();

    void remember(PersonDraft draft, PersonId person) {
      if (!draft.ownId().isEmpty()) {
        ids.putIfAbsent(draft.ownId(), person);
      }
      if (!draft.email().isEmpty()) {
        emails.putIfAbsent(draft.email(), person);
      }
      for (PhoneNumber number : draft.numbers()) {
        numbers.putIfAbsent(number.e164(), person);
      }
    }

    @Override
    public Optional<PersonId> byOwnId(String ownId) {
      return known.byOwnId(ownId).or(() -> Optional.ofNullable(ids.get(ownId)));
    }

    @Override
    public Optional<PersonId> byNumber(String e164) {
      return known.byNumber(e164).or(() -> Optional.ofNullable(numbers.get(e164)));
    }

    @Override
    public Optional<PersonId> byEmail(String email) {
      return known.byEmail(email).or(() -> Optional.ofNullable(emails.get(email)));
    }
  }
}
