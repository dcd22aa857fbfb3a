package elmtable.server.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The one thread that writes. What a person waits for goes first and into a transaction of its own;
 * what a run tells is gathered, so that thousands of steps cost a few commits a second. While the
 * disk is full, what a run told waits until there is room again.
 */
final class Writer implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Writer.class);
  private static final long GATHER_NANOS = TimeUnit.MILLISECONDS.toNanos(100);

  /** Who tells more than is written waits, so that a fast run does not fill the memory. */
  private static final int MOST_GATHERED = 20_000;

  /** How many changes are taken in hand at once. */
  private static final int MOST_IN_HAND = 2_000;

  /** A transaction of a run's events ends after this, so that nobody who saves waits longer. */
  private static final long LONGEST_NANOS = TimeUnit.MILLISECONDS.toNanos(20);

  private static final long NEXT_TRY_MILLIS = 500;
  private static final long CLOSING_MILLIS = TimeUnit.SECONDS.toMillis(10);

  /** One change of the database. */
  @FunctionalInterface
  interface Change<T> {
    T make(Connection connection) throws SQLException;
  }

  private record Task<T>(Change<T> change, CompletableFuture<T> done) {}

  private final Database database;
  private final Deque<Task<?>> urgent = new ArrayDeque<>();
  private final Deque<Task<?>> gathered = new ArrayDeque<>();
  private final Thread thread;
  private Connection connection;
  private boolean closed;

  /** How many of the gathered are being written. */
  private int inHand;

  /** Whether somebody waits for what is gathered. */
  private boolean awaited;

  Writer(Database database) {
    this.database = database;
    this.thread = Thread.ofPlatform().name("database writer").start(this::run);
  }

  /**
   * Makes a change with the next batch; its failure is logged. Waits while too much is waiting
   * already.
   *
   * @param after is done once it is on disk, or could not be written; it may not wait
   */
  void later(Change<Void> change, Runnable after) {
    Task<Void> task = new Task<>(change, new CompletableFuture<>());
    task.done()
        .whenComplete((done, failed) -> {
          if (failed != null) {
            LOG.error("A change could not be written", failed);
          }
          after.run();
        });
    synchronized (this) {
      while (gathered.size() + inHand >= MOST_GATHERED && !closed) {
        pause(0);
      }
      requireOpen();
      gathered.add(task);
      notifyAll();
    }
  }

  /** What is gathered is written now. */
  synchronized void hurry() {
    awaited = true;
    notifyAll();
  }

  /** Makes a change now and waits until it is on disk. Throws {@link StoreException}. */
  <T> T now(Change<T> change) {
    Task<T> task = new Task<>(change, new CompletableFuture<>());
    synchronized (this) {
      requireOpen();
      urgent.add(task);
      notifyAll();
    }
    return await(task);
  }

  /** Returns when everything received before is on disk, however long the disk is full. */
  void flush() {
    Task<Void> task = new Task<>(any -> null, new CompletableFuture<>());
    synchronized (this) {
      requireOpen();
      gathered.add(task);
      awaited = true;
      notifyAll();
    }
    await(task);
  }

  private void requireOpen() {
    if (closed) {
      throw new StoreException("The database is closed.");
    }
  }

  private static <T> T await(Task<T> task) {
    try {
      return task.done().join();
    } catch (CompletionException failed) {
      if (failed.getCause() instanceof RuntimeException own) {
        throw own;
      }
      throw StoreException.writing(failed.getCause());
    }
  }

  /** Nothing ends this thread but its closing: a caller that waits for a change would hang. */
  private void run() {
    while (awaitWork()) {
      if (!writeUrgent()) {
        writeGathered();
      }
    }
    disconnect();
  }

  /** Waits until something is to be written; false at the end, when all is. */
  private synchronized boolean awaitWork() {
    long begin = System.nanoTime();
    while (urgent.isEmpty()) {
      boolean some = !gathered.isEmpty();
      long left = GATHER_NANOS - (System.nanoTime() - begin);
      if (some && (awaited || closed || left <= 0)) {
        return true;
      }
      if (closed) {
        return false;
      }
      if (!some) {
        begin = System.nanoTime();
      }
      pause(some ? left : 0);
    }
    return true;
  }

  /** Waits for news, for ever where {@code nanos} is 0. */
  private synchronized void pause(long nanos) {
    try {
      wait(nanos == 0 ? 0 : Math.max(1, TimeUnit.NANOSECONDS.toMillis(nanos)));
    } catch (InterruptedException wake) {
      LOG.debug("The writer's wait was interrupted; it goes on", wake);
    }
  }

  private synchronized List<Task<?>> takeUrgent() {
    List<Task<?>> taken = new ArrayList<>(urgent);
    urgent.clear();
    return taken;
  }

  private synchronized List<Task<?>> takeGathered() {
    List<Task<?>> taken = new ArrayList<>();
    while (taken.size() < MOST_IN_HAND && !gathered.isEmpty()) {
      taken.add(gathered.poll());
    }
    inHand = taken.size();
    return taken;
  }

  private boolean writeUrgent() {
    List<Task<?>> tasks = takeUrgent();
    if (tasks.isEmpty()) {
      return false;
    }
    try {
      write(tasks, Long.MAX_VALUE);
    } catch (Throwable failed) {
      disconnect();
      tasks.forEach(task -> task.done().completeExceptionally(failed));
    }
    return true;
  }

  private void writeGathered() {
    synchronized (this) {
      awaited = false;
    }
    List<Task<?>> tasks = takeGathered();
    int done = 0;
    try {
      done = write(tasks, LONGEST_NANOS);
    } catch (Throwable failed) {
      disconnect();
      if (StoreException.isFull(failed) && !isClosed()) {
        LOG.warn("The disk is full: {} changes wait for room", tasks.size());
        putBack(tasks);
        pause(TimeUnit.MILLISECONDS.toNanos(NEXT_TRY_MILLIS));
        return;
      }
      putBack(List.of());
      tasks.forEach(task -> task.done().completeExceptionally(failed));
      return;
    }
    putBack(tasks.subList(done, tasks.size()));
  }

  private synchronized boolean isClosed() {
    return closed;
  }

  private synchronized void putBack(List<Task<?>> tasks) {
    tasks.reversed().forEach(gathered::addFirst);
    inHand = 0;
    awaited |= !gathered.isEmpty();
    notifyAll();
  }

  /** Writes tasks in one transaction, as many as the time allows, and gives how many. */
  private int write(List<Task<?>> tasks, long nanos) throws SQLException {
    if (connection == null) {
      connection = database.connect();
      connection.setAutoCommit(false);
    }
    long begin = System.nanoTime();
    List<Runnable> completions = new ArrayList<>();
    for (Task<?> task : tasks) {
      completions.add(attempt(task));
      if (System.nanoTime() - begin > nanos) {
        break;
      }
    }
    connection.commit();
    completions.forEach(Runnable::run);
    return completions.size();
  }

  /**
   * Makes one change inside a savepoint, so that a refused one leaves the others of its batch
   * alone.
   */
  private <T> Runnable attempt(Task<T> task) throws SQLException {
    Savepoint before = connection.setSavepoint();
    try {
      T result = task.change().make(connection);
      connection.releaseSavepoint(before);
      return () -> task.done().complete(result);
    } catch (Throwable failed) {
      if (StoreException.isFull(failed)) {
        throw failed;
      }
      connection.rollback(before);
      return () -> task.done().completeExceptionally(failed);
    }
  }

  private void disconnect() {
    try {
      if (connection != null) {
        connection.close();
      }
    } catch (SQLException failed) {
      LOG.warn("The database's connection did not close: {}", failed.getMessage());
    }
    connection = null;
  }

  /** Writes what is waiting and ends. */
  @Override
  public void close() {
    synchronized (this) {
      closed = true;
      notifyAll();
    }
    try {
      thread.join(CLOSING_MILLIS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
