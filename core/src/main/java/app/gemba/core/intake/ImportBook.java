package app.gemba.core.intake;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Where imports and what became of their rows are kept. */
public interface ImportBook {

  /**
   * An import under way.
   *
   * @param hasHeader whether the first row is a header
   * @param rowsDone rows that an earlier, interrupted run has taken
   */
  record Job(long id, Path file, ImportPlan plan, Optional<Boolean> hasHeader, long rowsDone) {}

  /** A row with its place in the file, ready to be kept. */
  record ReadRow(long number, RowReading reading, boolean cutOff) {}

  /** Imports that were started and have not ended, in the order in which they began. */
  List<Long> running();

  /** An import under way. */
  Job job(long id);

  /** Keeps the next rows in one step: all of them or, where the process is killed, none. */
  void take(Job job, List<ReadRow> rows, Instant now);

  /** Ends an import; with a sentence where it failed. */
  void end(long id, Optional<String> failure, Instant now);
}
