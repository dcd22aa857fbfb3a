package elmtable.server.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one thread that writes. What comes within a short while goes into one transaction, so that a
 * run of thousands of steps costs a few commits a second; a caller that waits for a write learns
 * when it is on disk.
 */
final class Writer implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Writer.class);
  private static final long GATHER_MILLIS = 200;
  private static final int MOST_IN_BATCH = 2_000;

  /** One change of the database. */
  @FunctionalInterface
  interface Change<T> {
    T make(Connection connection) throws SQLException;
  }

  private record Task<T>(Change<T> change, CompletableFuture<T> done, boolean urgent) {}

  private final Database database;
  private final BlockingQueue<Task<?>> queue = new LinkedBlockingQueue<>();
  private final Thread thread;
  private boolean closed;

  /** The last task; nothing comes behind it. */
  private final Task<Void> end = new Task<>(connection -> null, new CompletableFuture<>(), true);

  Writer(Database database) {
    this.database = database;
    this.thread = Thread.ofPlatform().name("database writer").start(this::run);
  }

  /** Makes a change with the next batch; its failure is logged. */
  void later(Change<Void> change) {
    submit(new Task<>(change, new CompletableFuture<>(), false));
  }

  /** Makes a change now and waits until it is on disk. Throws {@link StoreException}. */
  <T> T now(Change<T> change) {
    CompletableFuture<T> done = new CompletableFuture<>();
    submit(new Task<>(change, done, true));
    try {
      return done.join();
    } catch (CompletionException failed) {
      if (failed.getCause() instanceof RuntimeException own) {
        throw own;
      }
      throw new StoreException(
          "The database cannot be written: " + failed.getCause().getMessage(), failed.getCause());
    }
  }

  private synchronized void submit(Task<?> task) {
    if (closed) {
      throw new StoreException("The database is closed.");
    }
    queue.add(task);
  }

  /** Nothing ends this thread but the last task: a caller that waits for a change would hang. */
  private void run() {
    boolean goesOn = true;
    while (goesOn) {
      List<Task<?>> batch = new ArrayList<>();
      goesOn = gather(batch);
      try {
        write(batch);
      } catch (Throwable failed) {
        LOG.error("{} changes could not be written", batch.size(), failed);
        batch.forEach(task -> task.done().completeExceptionally(failed));
      }
    }
  }

  /** Waits for tasks that belong together; tells whether more may come. */
  private boolean gather(List<Task<?>> batch) {
    Task<?> next = poll(Long.MAX_VALUE);
    long last = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(GATHER_MILLIS);
    boolean urgent = false;
    while (next != null && next != end) {
      batch.add(next);
      urgent |= next.urgent();
      if (batch.size() == MOST_IN_BATCH) {
        return true;
      }
      next = poll(urgent ? 0 : last - System.nanoTime());
    }
    return next != end;
  }

  /** The next task, or null where none comes in time or somebody interrupts the wait. */
  private Task<?> poll(long nanos) {
    try {
      return nanos > 0 ? queue.poll(nanos, TimeUnit.NANOSECONDS) : queue.poll();
    } catch (InterruptedException wake) {
      // What is in hand is written; only the last task ends the thread.
      return null;
    }
  }

  private void write(List<Task<?>> batch) throws SQLException {
    if (batch.isEmpty()) {
      return;
    }
    try (Connection connection = database.connect()) {
      connection.setAutoCommit(false);
      List<Runnable> completions = new ArrayList<>();
      for (Task<?> task : batch) {
        completions.add(attempt(task, connection));
      }
      connection.commit();
      completions.forEach(Runnable::run);
    }
  }

  /**
   * Makes one change inside a savepoint, so that a refused one leaves the others of its batch
   * alone.
   */
  private static <T> Runnable attempt(Task<T> task, Connection connection) throws SQLException {
    Savepoint before = connection.setSavepoint();
    try {
      T result = task.change().make(connection);
      connection.releaseSavepoint(before);
      return () -> task.done().complete(result);
    } catch (Throwable failed) {
      connection.rollback(before);
      if (!task.urgent()) {
        LOG.error("A change could not be written", failed);
      }
      return () -> task.done().completeExceptionally(failed);
    }
  }

  /** Writes what is waiting and ends. */
  @Override
  public void close() {
    synchronized (this) {
      if (!closed) {
        closed = true;
        queue.add(end);
      }
    }
    try {
      thread.join(TimeUnit.SECONDS.toMillis(10));
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
