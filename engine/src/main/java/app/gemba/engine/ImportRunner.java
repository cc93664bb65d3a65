package app.gemba.engine;

import app.gemba.core.intake.ImportBook;
import app.gemba.core.intake.ImportBook.Job;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.RowReader;
import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.LongConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Takes files in, one after another, in small steps. The file stays where it is until all of it is
 * in, so that an import that was cut short goes on from its last step.
 */
public final class ImportRunner implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ImportRunner.class);

  private final ImportBook book;
  private final PhoneReader phones;
  private final Clock clock;
  private final LongConsumer ended;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "imports"));
  private final ExecutorService keeper =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "import-steps"));
  private volatile boolean closed;

  /** A runner; it does nothing before it is told. */
  public ImportRunner(ImportBook book, PhoneReader phones, Clock clock) {
    this(book, phones, clock, id -> {});
  }

  /**
   * A runner.
   *
   * @param ended told of each import that has ended, wholly in or failed
   */
  public ImportRunner(ImportBook book, PhoneReader phones, Clock clock, LongConsumer ended) {
    this.ended = ended;
    this.book = book;
    this.phones = phones;
    this.clock = clock;
  }

  /** Goes on with what an earlier process left unfinished. */
  public void start() {
    book.undoing().forEach(this::takeBack);
    book.running().forEach(this::goOn);
  }

  /** Takes an import back that has been marked for it, as soon as those before it are done. */
  public void takeBack(long id) {
    worker.execute(
        () -> {
          try {
            boolean more = true;
            while (more && !closed) {
              more = book.undoSome(id, clock.instant());
            }
          } catch (RuntimeException e) {
            // Stays marked: the next start tries again from the last step that was kept.
            LOG.error("taking import {} back was interrupted: {}", id, e.getMessage());
          }
        });
  }

  private void goOn(long id) {
    long done = book.job(id).rowsDone();
    if (done > 0) {
      book.resumed(id, done);
    }
    begin(id);
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
        ended.accept(id);
      }
    } catch (IOException e) {
      LOG.error("import {}: {}", id, e.getMessage());
      book.end(
          id,
          Optional.of("The file could not be read to its end: " + e.getMessage()),
          clock.instant());
      ended.accept(id);
    } catch (RuntimeException e) {
      // Stays under way: the next start tries again from the last step that was kept.
      LOG.error("import {} was interrupted: {}", id, e.getMessage());
    }
  }

  /** Whether the whole file is in; false where the process is ending or somebody stopped it. */
  private boolean readAll(Job job) throws IOException {
    RowReader reader = new RowReader(job.plan(), phones);
    Map<Long, Map<String, MergeRule>> decisions = book.decisions(job.id());
    Steps steps = new Steps(job);
    job.file()
        .forEachRow(
            row -> {
              if (row.number() > job.rowsDone()) {
                steps.add(
                    new ReadRow(
                        row.number(),
                        reader.read(job.edits().apply(row.number(), row.cells())),
                        row.cutOff(),
                        decisions.getOrDefault(row.number(), Map.of())));
              }
              return !closed && !steps.stopped;
            });
    steps.finish(!closed && !steps.stopped);
    return !closed && !steps.stopped;
  }

  /** Keeps one step while the rows of the next are being read; never more than one at once. */
  private final class Steps {
    private final Job job;
    private List<ReadRow> step = new ArrayList<>();
    private Future<Boolean> keeping = CompletableFuture.completedFuture(true);
    private volatile StepSize size = StepSize.FIRST;
    private boolean stopped;

    Steps(Job job) {
      this.job = job;
    }

    void add(ReadRow row) {
      step.add(row);
      if (step.size() >= size.rows()) {
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
      keeping = keeper.submit(() -> take(rows));
    }

    private boolean take(List<ReadRow> rows) {
      long begun = System.nanoTime();
      boolean goesOn = book.take(job, rows, clock.instant());
      size = size.after(rows.size(), Duration.ofNanos(System.nanoTime() - begun));
      return goesOn;
    }

    private void await() {
      try {
        stopped |= !keeping.get();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException("interrupted while a step was being kept", e);
      } catch (ExecutionException e) {
        throw new IllegalStateException(e.getCause().getMessage(), e.getCause());
      }
    }
  }
}
