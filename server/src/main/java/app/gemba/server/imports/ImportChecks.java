package app.gemba.server.imports;

import app.gemba.core.intake.CellEdits;
import app.gemba.core.intake.ImportCheck;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import app.gemba.store.CheckedRows;
import app.gemba.store.DataFolder;
import app.gemba.store.ImportEdits;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/**
 * Files counted before they are taken in, their rows worth a look set aside. A large file takes
 * longer than a request should: it is counted in the background, and whoever asks again is told how
 * far it is. Another plan for the same file takes the place of the one before.
 */
@Component
class ImportChecks {
  private static final int MOST_KEPT = 20;
  private static final long ANSWERS_WITHIN_MILLIS = 400;

  private final ImportStore imports;
  private final ImportEdits edits;
  private final PhoneReader phones;
  private final Path scratch;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "import-checks"));
  private final Map<Long, Count> counts = new HashMap<>();

  ImportChecks(ImportStore imports, ImportEdits edits, PhoneReader phones, DataFolder folder) {
    this.imports = imports;
    this.edits = edits;
    this.phones = phones;
    this.scratch = folder.part("scratch");
  }

  /** How far a count is; {@code result} once all rows have been counted. */
  record Progress(long rowsCounted, Optional<Checked> result) {}

  /** What a whole file would come to, and its rows worth a look. */
  record Checked(ImportCheck.Result counts, CheckedRows rows) {}

  private record Count(
      ImportPlan plan, int edits, Path file, AtomicLong rows, Future<Checked> result) {}

  /** Counts a file under a plan, or tells how far that is; nothing is written to the house. */
  Progress of(Import of, ImportPlan plan) throws IOException {
    Count count = count(of, plan);
    try {
      Checked result = count.result().get(ANSWERS_WITHIN_MILLIS, TimeUnit.MILLISECONDS);
      return new Progress(result.counts().rows(), Optional.of(result));
    } catch (TimeoutException | CancellationException e) {
      // Not yet; or another plan has just taken the place of this one.
      return new Progress(count.rows().get(), Optional.empty());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return new Progress(count.rows().get(), Optional.empty());
    } catch (ExecutionException e) {
      forget(of.id());
      throw new IllegalStateException("the file could not be counted", e.getCause());
    }
  }

  /** Rows of a kind in the order of the file; none before they have been counted. */
  synchronized List<CheckedRows.CheckedRow> rows(
      long id, CheckedRows.Kind kind, long after, int limit) {
    Count count = counts.get(id);
    if (count == null || !count.result().isDone() || count.result().isCancelled()) {
      return List.of();
    }
    return done(count).page(kind, after, limit);
  }

  private static CheckedRows done(Count count) {
    try {
      return count.result().get().rows();
    } catch (InterruptedException | ExecutionException e) {
      throw new IllegalStateException("a count that is done could not be read", e);
    }
  }

  /** Stops counting a file, or lets go of what was counted. */
  synchronized void forget(long id) {
    Optional.ofNullable(counts.remove(id)).ifPresent(ImportChecks::letGo);
  }

  @PreDestroy
  synchronized void close() {
    counts.values().forEach(ImportChecks::letGo);
    worker.shutdownNow();
  }

  private static void letGo(Count count) {
    boolean done = count.result().isDone() && !count.result().isCancelled();
    count.result().cancel(true);
    if (done) {
      try {
        count.result().get().rows().close();
        Files.deleteIfExists(count.file());
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      } catch (ExecutionException | IOException e) {
        // It is a scratch file of a count that nobody wants any more.
      }
    }
  }

  private synchronized Count count(Import of, ImportPlan plan) throws IOException {
    Count known = counts.get(of.id());
    if (known != null && known.plan().equals(plan) && known.edits() == of.edits()) {
      return known;
    }
    forget(of.id());
    for (Iterator<Count> all = counts.values().iterator();
        counts.size() >= MOST_KEPT && all.hasNext(); ) {
      letGo(all.next());
      all.remove();
    }
    AtomicLong rows = new AtomicLong();
    Files.createDirectories(scratch);
    Path file = scratch.resolve("check-" + UUID.randomUUID() + ".db");
    CellEdits put = edits.of(of.id());
    Count fresh =
        new Count(
            plan,
            of.edits(),
            file,
            rows,
            worker.submit(() -> counted(of.file(), put, plan, file, rows)));
    counts.put(of.id(), fresh);
    return fresh;
  }

  private Checked counted(
      TableFile table, CellEdits put, ImportPlan plan, Path scratchFile, AtomicLong rows)
      throws IOException {
    CheckedRows kept = CheckedRows.create(scratchFile);
    try {
      ImportCheck.Result result =
          imports.asking(
              known -> {
                ImportCheck check = new ImportCheck(plan, phones, known);
                try {
                  table.forEachRow(
                      row -> {
                        kept.add(
                            check.count(
                                new TableFile.Row(
                                    row.number(),
                                    put.apply(row.number(), row.cells()),
                                    row.cutOff())));
                        rows.incrementAndGet();
                        return !Thread.currentThread().isInterrupted();
                      });
                } catch (IOException e) {
                  throw new UncheckedIOException(e);
                }
                return check.result();
              });
      if (Thread.currentThread().isInterrupted()) {
        throw new CancellationException("nobody wants this count any more");
      }
      kept.finish();
      return new Checked(result, kept);
    } catch (RuntimeException e) {
      kept.close();
      Files.deleteIfExists(scratchFile);
      throw e;
    }
  }
}
