package app.gemba.server.imports;

import app.gemba.core.intake.DelimitedFile;
import app.gemba.core.intake.ImportCheck;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.UnreadableFile;
import app.gemba.core.phone.PhoneReader;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
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
 * Files counted before they are taken in. A large one takes longer than a request should: it is
 * counted in the background, and whoever asks again is told how far it is. Another plan for the
 * same file takes the place of the one before.
 */
@Component
class ImportChecks {
  private static final int MOST_KEPT = 20;
  private static final long ANSWERS_WITHIN_MILLIS = 400;

  private final ImportStore imports;
  private final PhoneReader phones;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "import-checks"));
  private final Map<Long, Count> counts = new HashMap<>();

  ImportChecks(ImportStore imports, PhoneReader phones) {
    this.imports = imports;
    this.phones = phones;
  }

  /** How far a count is; {@code result} once all rows have been counted. */
  record Progress(long rowsCounted, Optional<ImportCheck.Result> result) {}

  private record Count(
      ImportPlan plan,
      Optional<Boolean> hasHeader,
      AtomicLong rows,
      Future<ImportCheck.Result> result) {}

  /** Counts a file under a plan, or tells how far that is; nothing is written. */
  Progress of(Import of, ImportPlan plan) throws IOException, UnreadableFile {
    Count count = count(of, plan);
    try {
      ImportCheck.Result result = count.result().get(ANSWERS_WITHIN_MILLIS, TimeUnit.MILLISECONDS);
      return new Progress(result.rows(), Optional.of(result));
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

  /** People may have come or gone since: the next count begins anew. */
  synchronized void forget(long id) {
    Optional.ofNullable(counts.remove(id)).ifPresent(count -> count.result().cancel(true));
  }

  @PreDestroy
  void close() {
    worker.shutdownNow();
  }

  private synchronized Count count(Import of, ImportPlan plan) throws IOException, UnreadableFile {
    Count known = counts.get(of.id());
    if (known != null && known.plan().equals(plan) && known.hasHeader().equals(of.hasHeader())) {
      if (known.result().isDone()) {
        // Answered once; what is asked later is asked of the people who are known then.
        counts.remove(of.id());
      }
      return known;
    }
    forget(of.id());
    if (counts.size() >= MOST_KEPT) {
      counts.values().removeIf(count -> count.result().isDone());
    }
    DelimitedFile file =
        DelimitedFile.open(imports.file(of), phones, plan.defaultRegion(), of.hasHeader());
    AtomicLong rows = new AtomicLong();
    Count fresh =
        new Count(plan, of.hasHeader(), rows, worker.submit(() -> counted(file, plan, rows)));
    counts.put(of.id(), fresh);
    return fresh;
  }

  private ImportCheck.Result counted(DelimitedFile file, ImportPlan plan, AtomicLong rows) {
    return imports.asking(
        known -> {
          ImportCheck check = new ImportCheck(plan, phones, known);
          try {
            file.forEachRow(
                row -> {
                  check.count(row);
                  rows.incrementAndGet();
                  return !Thread.currentThread().isInterrupted();
                });
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
          return check.result();
        });
  }
}
