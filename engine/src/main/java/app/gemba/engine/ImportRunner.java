package app.gemba.engine;

import app.gemba.core.intake.DelimitedFile;
import app.gemba.core.intake.ImportBook;
import app.gemba.core.intake.ImportBook.Job;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.RowReader;
import app.gemba.core.intake.UnreadableFile;
import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Takes files in, one after another, in small steps. The file stays where it is until all of it is
 * in, so that an import that was cut short goes on from its last step.
 */
public final class ImportRunner implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ImportRunner.class);
  private static final int ROWS_A_STEP = 1_000;

  private final ImportBook book;
  private final PhoneReader phones;
  private final Clock clock;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "imports"));
  private final ExecutorService keeper =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "import-steps"));
  private volatile boolean closed;

  /** A runner; it does nothing before it is told. */
  public ImportRunner(ImportBook book, PhoneReader phones, Clock clock) {
    this.book = book;
    this.phones = phones;
    this.clock = clock;
  }

  /** Goes on with what an earlier process left unfinished. */
  public void start() {
    book.running().forEach(this::begin);
  }

  /** Takes a started import in, as soon as those before it are done. */
  public void begin(long id) {
    worker.execute(() -> takeIn(id));
  }

  @Override
  public void close() {
    closed = true;
    worker.shutdown();
    try {
      worker.awaitTermination(10, TimeUnit.SECONDS);
      keeper.shutdown();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void takeIn(long id) {
    try {
      Job job = book.job(id);
      if (readAll(job)) {
        book.end(id, Optional.empty(), clock.instant());
      }
    } catch (IOException | UnreadableFile e) {
      LOG.error("import {}: {}", id, e.getMessage());
      book.end(
          id,
          Optional.of("The file could not be read to its end: " + e.getMessage()),
          clock.instant());
    } catch (RuntimeException e) {
      // Stays under way: the next start tries again from the last step that was kept.
      LOG.error("import {} was interrupted: {}", id, e.getMessage());
    }
  }

  /** Whether the whole file is in; false where the process is ending. */
  private boolean readAll(Job job) throws IOException, UnreadableFile {
    DelimitedFile file =
        DelimitedFile.open(job.file(), phones, job.plan().defaultRegion(), job.hasHeader());
    RowReader reader = new RowReader(job.plan(), phones);
    Steps steps = new Steps(job);
    file.forEachRow(
        row -> {
          if (row.number() > job.rowsDone()) {
            steps.add(new ReadRow(row.number(), reader.read(row.cells()), row.cutOff()));
          }
          return !closed;
        });
    steps.finish(!closed);
    return !closed;
  }

  /** Keeps one step while the rows of the next are being read; never more than one at once. */
  private final class Steps {
    private final Job job;
    private List<ReadRow> step = new ArrayList<>();
    private Future<?> keeping = CompletableFuture.completedFuture(null);

    Steps(Job job) {
      this.job = job;
    }

    void add(ReadRow row) {
      step.add(row);
      if (step.size() == ROWS_A_STEP) {
        keep();
      }
    }

    /**
     * Waits for the last step; the rows that are left are kept too, where the file is at its end.
     */
    void finish(boolean atTheEnd) {
      if (atTheEnd && !step.isEmpty()) {
        keep();
      }
      await();
    }

    private void keep() {
      await();
      List<ReadRow> rows = step;
      step = new ArrayList<>();
      keeping = keeper.submit(() -> book.take(job, rows, clock.instant()));
    }

    private void await() {
      try {
        keeping.get();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException("interrupted while a step was being kept", e);
      } catch (ExecutionException e) {
        throw new IllegalStateException(e.getCause().getMessage(), e.getCause());
      }
    }
  }
}
