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
 * run of thousands of steps costs a few commits a second; whoever waits for a write is told when it
 * is on disk.
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
  private volatile boolean closing;

  Writer(Database database) {
    this.database = database;
    this.thread = Thread.ofPlatform().name("database writer").start(this::run);
  }

  /** Makes a change with the next batch; its failure is logged. */
  void later(Change<Void> change) {
    queue.add(new Task<>(change, new CompletableFuture<>(), false));
  }

  /** Makes a change now and waits until it is on disk. */
  <T> T now(Change<T> change) {
    CompletableFuture<T> done = new CompletableFuture<>();
    queue.add(new Task<>(change, done, true));
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

  private void run() {
    List<Task<?>> batch = new ArrayList<>();
    while (!closing || !queue.isEmpty()) {
      try {
        gather(batch);
        if (!batch.isEmpty()) {
          write(batch);
        }
      } catch (InterruptedException wake) {
        closing = true;
      }
      batch.clear();
    }
  }

  private void gather(List<Task<?>> batch) throws InterruptedException {
    Task<?> first = queue.poll(1, TimeUnit.SECONDS);
    if (first == null) {
      return;
    }
    batch.add(first);
    long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(GATHER_MILLIS);
    boolean urgent = first.urgent();
    while (batch.size() < MOST_IN_BATCH) {
      long left = urgent || closing ? 0 : end - System.nanoTime();
      Task<?> next = left > 0 ? queue.poll(left, TimeUnit.NANOSECONDS) : queue.poll();
      if (next == null) {
        return;
      }
      batch.add(next);
      urgent |= next.urgent();
    }
  }

  private void write(List<Task<?>> batch) {
    try (Connection connection = database.connect()) {
      connection.setAutoCommit(false);
      List<Runnable> completions = new ArrayList<>();
      for (Task<?> task : batch) {
        completions.add(attempt(task, connection));
      }
      connection.commit();
      completions.forEach(Runnable::run);
    } catch (SQLException failed) {
      LOG.error("{} changes could not be written", batch.size(), failed);
      batch.forEach(task -> task.done().completeExceptionally(failed));
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
    } catch (SQLException | RuntimeException failed) {
      connection.rollback(before);
      if (!task.urgent()) {
        LOG.error("A change could not be written", failed);
      }
      return () -> task.done().completeExceptionally(failed);
    }
  }

  @Override
  public void close() {
    closing = true;
    thread.interrupt();
    try {
      thread.join(TimeUnit.SECONDS.toMillis(10));
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
