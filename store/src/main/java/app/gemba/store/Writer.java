package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

  /** Writes many of a kind at once: whatever waits together is handed over together. */
  public interface Merged<I> {
    /** Does its writing; anything thrown undoes it, and each is then tried by itself. */
    void run(Connection db, List<I> items) throws SQLException;
  }

  private static final Logger LOG = LoggerFactory.getLogger(Writer.class);
  private static final int LARGEST_GROUP = 256;

  private final Connection db;
  private final PriorityBlockingQueue<Waiting<?>> queue = new PriorityBlockingQueue<>();
  private final AtomicLong order = new AtomicLong();
  private final Thread thread;
  private volatile boolean closed;
  private volatile boolean synced = true;
  private boolean syncedNow = true;

  Writer(Connection db) throws SQLException {
    this.db = db;
    db.setAutoCommit(true);
    thread = new Thread(this::work, "writer");
    thread.start();
  }

  /** Queues a job. */
  public <T> CompletableFuture<T> submit(Urgency urgency, Job<T> job) {
    return queue(new Waiting<>(urgency, order.getAndIncrement(), job));
  }

  private <T> CompletableFuture<T> queue(Waiting<T> waiting) {
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
    return committed(submit(urgency, job));
  }

  /** Queues one of many of a kind and waits for its commit. */
  public <I> void write(Urgency urgency, Merged<I> into, I item) {
    committed(queue(new Item<>(urgency, order.getAndIncrement(), into, item)));
  }

  private static <T> T committed(CompletableFuture<T> done) {
    try {
      return done.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      throw e;
    }
  }

  /**
   * Whether commits wait until they are on disk. Only where all of it can be made anew, as with the
   * demo's invented past, may they not.
   */
  public void setSynced(boolean on) {
    synced = on;
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
    try {
      if (synced != syncedNow) {
        syncedNow = synced;
        Sql.update(db, "pragma synchronous = " + (syncedNow ? "full" : "off"));
      }
      Sql.update(db, "begin immediate");
      try {
        runAll(group);
        Sql.update(db, "commit");
      } catch (SQLException e) {
        rollback();
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

  private void runAll(List<Waiting<?>> group) throws SQLException {
    Set<Merged<?>> done = Collections.newSetFromMap(new IdentityHashMap<>());
    for (Waiting<?> waiting : group) {
      if (waiting instanceof Item<?> item) {
        if (done.add(item.into)) {
          runMerged(item.into, group);
        }
      } else {
        waiting.runBehindSavepoint(db);
      }
    }
  }

  /** All items of one kind in one go; where that fails, each by itself. */
  private <I> void runMerged(Merged<I> into, List<Waiting<?>> group) throws SQLException {
    List<Item<I>> items = new ArrayList<>();
    for (Waiting<?> waiting : group) {
      if (waiting instanceof Item<?> item && item.into == into) {
        items.add(item.as(into));
      }
    }
    List<I> all = items.stream().map(item -> item.item).toList();
    boolean kept =
        behindSavepoint(
                db,
                connection -> {
                  into.run(connection, all);
                  return true;
                })
            .failure()
            .isEmpty();
    if (!kept) {
      for (Item<I> item : items) {
        item.runBehindSavepoint(db);
      }
    }
  }

  private void rollback() {
    try {
      Sql.update(db, "rollback");
    } catch (SQLException e) {
      LOG.warn("rollback failed: {}", e.getMessage());
    }
  }

  private record Ran<T>(Optional<T> result, Optional<RuntimeException> failure) {}

  private static <T> Ran<T> behindSavepoint(Connection db, Job<T> job) throws SQLException {
    Sql.update(db, "savepoint job");
    Ran<T> ran;
    try {
      ran = new Ran<>(Optional.ofNullable(job.run(db)), Optional.empty());
    } catch (SQLException e) {
      ran =
          new Ran<>(
              Optional.empty(),
              Optional.of(new StoreFailure("The database refused a write: " + e.getMessage(), e)));
    } catch (RuntimeException e) {
      ran = new Ran<>(Optional.empty(), Optional.of(e));
    }
    if (ran.failure().isPresent()) {
      Sql.update(db, "rollback to job");
    }
    Sql.update(db, "release job");
    return ran;
  }

  private static class Waiting<T> implements Comparable<Waiting<?>> {
    private final Urgency urgency;
    private final long order;
    private final Job<T> job;
    private final CompletableFuture<T> done = new CompletableFuture<>();
    private Ran<T> ran = new Ran<>(Optional.empty(), Optional.empty());

    Waiting(Urgency urgency, long order, Job<T> job) {
      this.urgency = urgency;
      this.order = order;
      this.job = job;
    }

    void runBehindSavepoint(Connection db) throws SQLException {
      ran = behindSavepoint(db, job);
    }

    void complete() {
      ran.failure()
          .ifPresentOrElse(
              done::completeExceptionally, () -> done.complete(ran.result().orElse(null)));
    }

    void fail(StoreFailure commitFailure) {
      done.completeExceptionally(ran.failure().orElse(commitFailure));
    }

    @Override
    public int compareTo(Waiting<?> other) {
      int byUrgency = urgency.compareTo(other.urgency);
      return byUrgency != 0 ? byUrgency : Long.compare(order, other.order);
    }
  }

  /** One of many of a kind, that can also be run alone. */
  private static final class Item<I> extends Waiting<Void> {
    private final Merged<I> into;
    private final I item;

    Item(Urgency urgency, long order, Merged<I> into, I item) {
      super(
          urgency,
          order,
          db -> {
            into.run(db, List.of(item));
            return null;
          });
      this.into = into;
      this.item = item;
    }

    /** The same, known by the kind it was made with. */
    @SuppressWarnings("unchecked") // The kind is the very same object, so its items are its own.
    <K> Item<K> as(Merged<K> kind) {
      if (kind != (Object) into) {
        throw new IllegalArgumentException("an item of another kind");
      }
      return (Item<K>) this;
    }
  }
}
