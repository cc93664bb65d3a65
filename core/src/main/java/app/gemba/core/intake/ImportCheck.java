package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.people.Identity;
import app.gemba.core.people.PersonId;
import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a whole file would come to, counted before anything is written: by the same reader and the
 * same identity that will take it in. Takes one row after another. Not safe for use by several
 * threads.
 */
public final class ImportCheck {
  private final ImportPlan plan;
  private final RowReader reader;
  private final List<ColumnCheck> columns = new ArrayList<>();
  private final Map<RejectReason, Long> rejected = new EnumMap<>(RejectReason.class);
  private final Map<Agreement, Long> agreements = new EnumMap<>(Agreement.class);
  private final PeopleInFile people;
  private final MergeCount merges;
  private long rows;
  private long fresh;
  private long merged;
  private long mergedInFile;
  private long sharing;
  private long stops;

  /** A check of a file under a plan, against the people who are known. */
  public ImportCheck(ImportPlan plan, PhoneReader phones, KnownPeople known) {
    this.plan = plan;
    this.reader = new RowReader(plan, phones);
    this.people = new PeopleInFile(known, MergeRules.of(plan));
    this.merges = new MergeCount(plan, known);
    for (ColumnPlan column : plan.columns()) {
      columns.add(new ColumnCheck(column));
    }
  }

  /**
   * What the file comes to; new, merged and rejected add up to the rows.
   *
   * @param mergedInFile of the merged, those about somebody of a row before
   * @param sharing rows that have a number of somebody of another name
   * @param agreed rows that will be taken in and say yes; likewise for no and nothing
   * @param doNotContact rows that will be taken in and say that nobody may contact them
   * @param merges what becomes of the fields of people who are known, by header
   */
  public record Result(
      long rows,
      long fresh,
      long merged,
      long mergedInFile,
      long sharing,
      Map<RejectReason, Long> rejected,
      long agreed,
      long saidNo,
      long unsaid,
      long doNotContact,
      Map<String, MergeCount.Counts> merges,
      List<ColumnCheck.Findings> columns) {}

  /** What becomes of one row. */
  public enum Outcome {
    NEW,
    /** About somebody of a row before, or somebody known. */
    MERGED,
    REJECTED
  }

  /**
   * One row as it was counted.
   *
   * @param cells with single cells and whole columns put right
   * @param conflicts fields of somebody known about which the row says something else
   */
  public record Counted(
      long number,
      List<String> cells,
      Outcome outcome,
      Optional<RejectReason> reason,
      List<CellNote> notes,
      Optional<PersonId> known,
      List<Conflict> conflicts) {

    /** Whether any of its cells cannot be used. */
    public boolean hasProblem() {
      return outcome == Outcome.REJECTED || notes.stream().anyMatch(CellNote::wrong);
    }
  }

  /** Counts one row. */
  public Counted count(TableFile.Row row) {
    rows++;
    List<String> cells = plan.mended(row.cells());
    TableFile.Row mended = new TableFile.Row(row.number(), cells, row.cutOff());
    if (row.cutOff()) {
      columns.forEach(column -> column.count(mended.cell(column.plan().index()), List.of()));
      return reject(mended, RejectReason.CUT_OFF, List.of());
    }
    RowReading reading = reader.read(row.cells());
    columns.forEach(column -> column.count(mended.cell(column.plan().index()), reading.notes()));
    PersonDraft draft = reading.draft();
    Identity identity =
        Identity.of(
            draft.ownId(),
            draft.name().full(),
            draft.email(),
            draft.e164s(),
            plan.samePerson(),
            people);
    if (identity.person().isEmpty() && reading.unlessKnown().isPresent()) {
      return reject(mended, reading.unlessKnown().get(), reading.notes());
    }
    sharing += identity.nameDiffers() ? 1 : 0;
    stops += draft.doNotContact() ? 1 : 0;
    agreements.merge(draft.agreement(), 1L, Long::sum);
    List<Conflict> conflicts =
        identity.person().map(person -> merges.count(person, draft)).orElse(List.of());
    if (identity.person().isPresent()) {
      merged++;
      mergedInFile += PeopleInFile.isOfFile(identity.person().get()) ? 1 : 0;
    } else {
      fresh++;
    }
    people.remember(draft, identity.person().orElseGet(() -> PeopleInFile.idOfRow(row.number())));
    return new Counted(
        row.number(),
        cells,
        identity.person().isPresent() ? Outcome.MERGED : Outcome.NEW,
        Optional.empty(),
        reading.notes(),
        identity.person().filter(person -> !PeopleInFile.isOfFile(person)),
        conflicts);
  }

  private Counted reject(TableFile.Row row, RejectReason reason, List<CellNote> notes) {
    rejected.merge(reason, 1L, Long::sum);
    return new Counted(
        row.number(),
        row.cells(),
        Outcome.REJECTED,
        Optional.of(reason),
        notes,
        Optional.empty(),
        List.of());
  }

  /** What has been counted so far. */
  public Result result() {
    return new Result(
        rows,
        fresh,
        merged,
        mergedInFile,
        sharing,
        Map.copyOf(rejected),
        agreements.getOrDefault(Agreement.YES, 0L),
        agreements.getOrDefault(Agreement.NO, 0L),
        agreements.getOrDefault(Agreement.UNSAID, 0L),
        stops,
        merges.result(),
        columns.stream().map(ColumnCheck::result).toList());
  }
}
