package app.gemba.engine;

import app.gemba.core.people.ActBook;
import java.time.Clock;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Does what is to be done to many people, one act after another, in small steps. */
public final class ActRunner implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ActRunner.class);

  private final ActBook book;
  private final Clock clock;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "acts"));
  private volatile boolean closed;

  /** A runner; it does nothing before it is told. */
  public ActRunner(ActBook book, Clock clock) {
    this.book = book;
    this.clock = clock;
  }

  /** Goes on with what an earlier process left unfinished. */
  public void start() {
    book.going().forEach(this::go);
  }

  /** Does an act, or takes it back, as soon as those before it are done. */
  public void go(long act) {
    worker.execute(
        () -> {
          try {
            boolean more = true;
            while (more && !closed) {
              more = book.some(act, clock.instant());
            }
          } catch (RuntimeException e) {
            // Stays going: the next start tries again from the last step that was kept.
            LOG.error("act {} was interrupted: {}", act, e.getMessage());
          }
        });
  }

  @Override
  public void close() {
    closed = true;
    worker.shutdown();
    try {
      worker.awaitTermination(10, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
