package app.gemba.server.imports;

import app.gemba.core.intake.CellNote;
import app.gemba.core.intake.ColumnCheck;
import app.gemba.core.intake.Conflict;
import app.gemba.core.intake.DayOrders;
import app.gemba.core.intake.ImportCheck;
import app.gemba.core.intake.MergeCount;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileShape;
import app.gemba.store.CheckedRows;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Imports as screens see them. */
final class ImportViews {
  private ImportViews() {}

  /** How a file is read, and what else could be chosen. */
  record ShapeView(
      FileFormat format,
      String formatWords,
      String charset,
      String separator,
      String sheet,
      List<String> sheets,
      int titleRows,
      boolean hasHeader) {
    static ShapeView of(Import is) {
      FileShape shape = is.file().shape();
      return new ShapeView(
          shape.format(),
          shape.format().words(),
          shape.charset(),
          String.valueOf(shape.separator()),
          shape.sheet(),
          is.file().sheets(),
          shape.titleRows(),
          shape.hasHeader());
    }
  }

  /** An import. */
  record ImportView(
      long id,
      String fileName,
      String sha256,
      String state,
      String region,
      long rowCount,
      ShapeView shape,
      Optional<Long> cutOffLine,
      Optional<Long> listId,
      Optional<String> listName,
      long rowsDone,
      long rowsNew,
      long rowsMerged,
      long rowsRejected,
      Map<String, Long> rejected,
      Optional<Instant> startedAt,
      Optional<Instant> endedAt,
      Optional<String> failure,
      Optional<Long> resumedAtRow,
      long undoneRows,
      long keptPeople,
      Optional<String> folder) {
    static ImportView of(Import is) {
      return new ImportView(
          is.id(),
          is.fileName(),
          is.sha256(),
          is.state(),
          is.region(),
          is.file().rows(),
          ShapeView.of(is),
          is.file().cutOffAt().isPresent()
              ? Optional.of(is.file().cutOffAt().getAsLong())
              : Optional.empty(),
          is.listId(),
          is.listName(),
          is.rowsDone(),
          is.rowsNew(),
          is.rowsMerged(),
          is.rowsRejected(),
          is.rejected(),
          is.startedAt(),
          is.endedAt(),
          is.failure(),
          is.resumedAtRow(),
          is.undoneRows(),
          is.keptPeople(),
          is.folder());
    }
  }

  /** A file on the desk. */
  record ProposalView(
      ImportView of,
      List<String> headers,
      PlanBody plan,
      List<String> why,
      Optional<String> mapping,
      Optional<ImportStore.Earlier> earlier,
      List<String> charsets) {}

  /** What was found in a column over the whole file. */
  record ColumnView(
      long filled,
      Map<String, Long> wrong,
      Map<String, Long> odd,
      List<ColumnCheck.Seen> mostSeen,
      List<ColumnCheck.WrongCell> samples,
      Optional<DayOrders.Finding> days,
      String couldBeEither) {
    static ColumnView of(ColumnCheck.Findings is) {
      return new ColumnView(
          is.filled(),
          is.wrong(),
          is.odd(),
          is.mostSeen(),
          is.samples(),
          is.days(),
          is.couldBeEither());
    }
  }

  /**
   * What a whole file would come to; new, merged and rejected add up to its rows. While it is being
   * counted, {@code counted} is false and the rest is nothing yet.
   */
  record CheckView(
      boolean counted,
      long rowsCounted,
      long rows,
      long fresh,
      long merged,
      long mergedInFile,
      long sharing,
      Map<String, Long> rejected,
      long agreed,
      long saidNo,
      long unsaid,
      long doNotContact,
      Map<String, MergeCount.Counts> merges,
      Map<CheckedRows.Kind, Long> kinds,
      List<ColumnView> columns) {
    static CheckView of(ImportChecks.Progress progress) {
      if (progress.result().isEmpty()) {
        return new CheckView(
            false,
            progress.rowsCounted(),
            0,
            0,
            0,
            0,
            0,
            Map.of(),
            0,
            0,
            0,
            0,
            Map.of(),
            Map.of(),
            List.of());
      }
      ImportCheck.Result is = progress.result().get().counts();
      Map<String, Long> rejected = new TreeMap<>();
      is.rejected().forEach((reason, rows) -> rejected.put(reason.words(), rows));
      Map<CheckedRows.Kind, Long> kinds = new EnumMap<>(CheckedRows.Kind.class);
      for (CheckedRows.Kind kind : CheckedRows.Kind.values()) {
        kinds.put(kind, progress.result().get().rows().counts().getOrDefault(kind, 0L));
      }
      return new CheckView(
          true,
          is.rows(),
          is.rows(),
          is.fresh(),
          is.merged(),
          is.mergedInFile(),
          is.sharing(),
          rejected,
          is.agreed(),
          is.saidNo(),
          is.unsaid(),
          is.doNotContact(),
          is.merges(),
          kinds,
          is.columns().stream().map(ColumnView::of).toList());
    }
  }

  /** A conflict and what was decided about it. */
  record ConflictView(
      String target, String header, String known, String said, MergeRule rule, boolean decided) {}

  /**
   * A row of the file as it will be read.
   *
   * @param outcome NEW, MERGED or REJECTED; blank where that has not been counted
   * @param edited columns that were put right by hand
   */
  record RowView(
      long number,
      List<String> cells,
      String outcome,
      Optional<String> reason,
      List<CellNote> notes,
      List<Integer> edited,
      List<ConflictView> conflicts) {
    static RowView of(
        CheckedRows.CheckedRow row, List<Integer> edited, Map<String, MergeRule> decided) {
      return new RowView(
          row.number(),
          row.cells(),
          row.outcome().name(),
          row.reason(),
          row.notes(),
          edited,
          row.conflicts().stream().map(conflict -> view(conflict, decided)).toList());
    }

    private static ConflictView view(Conflict is, Map<String, MergeRule> decided) {
      return new ConflictView(
          is.target(),
          is.header(),
          is.known(),
          is.said(),
          decided.getOrDefault(is.target(), is.rule()),
          decided.containsKey(is.target()));
    }
  }

  /** Rows, and the number behind which the next are. */
  record RowsView(List<RowView> rows, Optional<Long> next) {}
}
