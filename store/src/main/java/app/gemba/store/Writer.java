package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.PriorityBlockingQueue;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one writer. Jobs wait in order of urgency and are committed in groups; each runs behind a
 * savepoint of its own, so that one that fails takes nothing with it. A job's future completes only
 * after its commit is on disk ({@code synchronous=FULL}).
 */
public final class Writer implements AutoCloseable {
  /** What writes. */
  public interface Job<T> {
    /** Does its writing; anything thrown undoes it. */
    T run(Connection db) throws SQLException;
  }

  private static final Logger LOG = LoggerFactory.getLogger(Writer.class);
  private static final int LARGEST_GROUP = 256;

  private final Connection db;
  private final PriorityBlockingQueue<Waiting<?>> queue = new PriorityBlockingQueue<>();
  private final AtomicLong order = new AtomicLong();
  private final Thread thread;
  private volatile boolean closed;

  Writer(Connection db) throws SQLException {
    this.db = db;
    db.setAutoCommit(true);
    thread = new Thread(this::work, "writer");
    thread.start();
  }

  /** Queues a job. */
  public <T> CompletableFuture<T> submit(Urgency urgency, Job<T> job) {
    Waiting<T> waiting = new Waiting<>(urgency, order.getAndIncrement(), job);
    if (closed) {
      waiting.done.completeExceptionally(new StoreFailure("the store is closed", null));
      return waiting.done;
    }
    queue.add(waiting);
    return waiting.done;
  }

  /**
   * Queues a job and waits for its commit.
   *
   * @throws RuntimeException the job's own, or {@link StoreFailure} where the database failed
   */
  public <T> T write(Urgency urgency, Job<T> job) {
    try {
      return submit(urgency, job).join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      throw e;
    }
  }

  /** Finishes what waits and lets go of the database. */
  @Override
  public void close() {
    closed = true;
    queue.add(new Waiting<>(Urgency.BULK, Long.MAX_VALUE, db -> null));
    try {
      thread.join();
      db.close();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (SQLException e) {
      LOG.warn("the writer's connection did not close: {}", e.getMessage());
    }
  }

  private void work() {
    while (!closed || !queue.isEmpty()) {
      try {
        List<Waiting<?>> group = new ArrayList<>();
        Waiting<?> first = queue.take();
        group.add(first);
        // Long work goes alone, so that what is urgent never waits for a group of it.
        if (first.urgency != Urgency.BULK) {
          drainUrgent(group);
        }
        commit(group);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  private void drainUrgent(List<Waiting<?>> group) {
    while (group.size() < LARGEST_GROUP) {
      Waiting<?> next = queue.peek();
      if (next == null || next.urgency == Urgency.BULK) {
        return;
      }
      group.add(queue.poll());
    }
  }

  private void commit(List<Waiting<?>> group) {
    try (Statement statement = db.createStatement()) {
      statement.execute("begin immediate");
      try {
        for (Waiting<?> waiting : group) {
          waiting.runBehindSavepoint(statement, db);
        }
        statement.execute("commit");
      } catch (SQLException e) {
        rollback(statement);
        throw e;
      }
      group.forEach(Waiting::complete);
    } catch (SQLException | RuntimeException e) {
      LOG.error("a group of {} writes was not kept: {}", group.size(), e.getMessage());
      StoreFailure failure =
          new StoreFailure("The database could not be written; nothing of this was kept.", e);
      group.forEach(waiting -> waiting.fail(failure));
    }
  }

  private static void rollback(Statement statement) {
    try {
      statement.execute("rollback");
    } catch (SQLException e) {
      LOG.warn("rollback failed: {}", e.getMessage());
    }
  }

  private static final class Waiting<T> implements Comparable<Waiting<?>> {
    private final Urgency urgency;
    private final long order;
    private final Job<T> job;
    private final CompletableFuture<T> done = new CompletableFuture<>();
    private T result;
    private Throwable failure;

    Waiting(Urgency urgency, long order, Job<T> job) {
      this.urgency = urgency;
      this.order = order;
      this.job = job;
    }

    void runBehindSavepoint(Statement statement, Connection db) throws SQLException {
      statement.execute("savepoint job");
      try {
        result = job.run(db);
      } catch (SQLException e) {
        failure = new StoreFailure("The database refused a write: " + e.getMessage(), e);
      } catch (RuntimeException e) {
        failure = e;
      }
      if (failure != null) {
        statement.execute("rollback to job");
      }
      statement.execute("release job");
    }

    void complete() {
      if (failure == null) {
        done.complete(result);
      } else {
        done.completeExceptionally(failure);
      }
    }

    void fail(StoreFailure commitFailure) {
      done.completeExceptionally(failure == null ? commitFailure : failure);
    }

    @Override
    public int compareTo(Waiting<?> other) {
      int byUrgency = urgency.compareTo(other.urgency);
      return byUrgency != 0 ? byUrgency : Long.compare(order, other.order);
    }
  }
}
