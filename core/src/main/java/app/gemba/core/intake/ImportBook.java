package app.gemba.core.intake;

import app.gemba.core.intake.file.TableFile;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Where imports and what became of their rows are kept. */
public interface ImportBook {

  /**
   * An import under way.
   *
   * @param rowsDone rows that an earlier, interrupted run has taken
   * @param edits cells that were put right by hand
   */
  record Job(long id, TableFile file, ImportPlan plan, long rowsDone, CellEdits edits) {}

  /**
   * A row with its place in the file, ready to be kept.
   *
   * @param decided what somebody decided about single fields of it, see {@link MergeTarget}
   */
  record ReadRow(long number, RowReading reading, boolean cutOff, Map<String, MergeRule> decided) {}

  /** Imports that were started and have not ended, in the order in which they began. */
  List<Long> running();

  /** An import under way. */
  Job job(long id);

  /** Notes that an import that was cut short goes on behind a row. */
  void resumed(long id, long row);

  /** What was decided about single fields of rows, by row. */
  Map<Long, Map<String, MergeRule>> decisions(long id);

  /**
   * Keeps the next rows in one step: all of them or, where the process is killed, none.
   *
   * @return whether the import goes on; false where somebody has stopped it
   */
  boolean take(Job job, List<ReadRow> rows, Instant now);

  /** Imports that are being taken back, in the order in which that began. */
  List<Long> undoing();

  /**
   * Takes the next part of an import back, in one step.
   *
   * @return whether there is more
   */
  boolean undoSome(long id, Instant now);

  /** Ends an import; with a sentence where it failed. */
  void end(long id, Optional<String> failure, Instant now);
}
