package app.gemba.engine.desk;

import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps what happens at desks in the order in which it happened, away from the threads of lines.
 */
final class KeptInTurn implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(KeptInTurn.class);

  private final ExecutorService keeper =
      Executors.newSingleThreadExecutor(task -> new Thread(task, "desks-are-kept"));

  /** Behind all that was kept before; nobody waits for it. */
  void later(Runnable keeps) {
    try {
      keeper.execute(
          () -> {
            try {
              keeps.run();
            } catch (RuntimeException e) {
              LOG.error("something of a desk could not be kept: {}", e.getMessage());
            }
          });
    } catch (RejectedExecutionException e) {
      LOG.warn("a call ended after the process began to end; it will be unconfirmed");
    }
  }

  /** Behind all that was kept before, and done when this returns. */
  void now(Runnable keeps) {
    try {
      keeper.submit(keeps).get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException e) {
      if (e.getCause() instanceof RuntimeException failure) {
        // What could not be kept is told as it would be anywhere else.
        throw failure;
      }
      throw new IllegalStateException("it could not be kept: " + e.getCause().getMessage(), e);
    }
  }

  @Override
  public void close() {
    keeper.shutdown();
    try {
      keeper.awaitTermination(3, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
