package elmtable.data.readers;

import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Breaks off a database call that takes too long. A statement's own query timeout is not enough:
 * SQLite's driver only waits for locks with it.
 */
final class QueryWatch implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(QueryWatch.class);
  private static final long LONGEST_LOOK_MILLIS = 500;

  /** Made when the first query is put. */
  private static final class Clock {
    private static final ScheduledExecutorService TICKS =
        Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().daemon().name("query watch").factory());
  }

  /** A call of the driver. */
  @FunctionalInterface
  interface Call<T> {
    T make() throws SQLException;
  }

  private final Statement statement;
  private final long limitNanos;
  private final ScheduledFuture<?> ticks;

  /** When the call began that goes on, or 0. */
  private volatile long since;

  private volatile boolean expired;

  QueryWatch(Statement statement, Duration limit) {
    this.statement = statement;
    this.limitNanos = limit.toNanos();
    long every = Math.max(1, Math.min(LONGEST_LOOK_MILLIS, limit.toMillis() / 2));
    this.ticks =
        Clock.TICKS.scheduleWithFixedDelay(this::look, every, every, TimeUnit.MILLISECONDS);
  }

  <T> T timed(Call<T> call) throws SQLException {
    since = System.nanoTime() | 1;
    try {
      return call.make();
    } finally {
      since = 0;
    }
  }

  boolean isExpired() {
    return expired;
  }

  private void look() {
    long begun = since;
    if (begun != 0 && System.nanoTime() - begun > limitNanos) {
      expired = true;
      try {
        statement.cancel();
      } catch (SQLException failed) {
        LOG.warn("A query could not be broken off", failed);
      }
    }
  }

  @Override
  public void close() {
    ticks.cancel(false);
  }
}
