package elmtable.server.command;

import elmtable.run.RunHandle;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Ends a run in order when the process is told to end, by Ctrl C or a signal: what was set up is
 * torn down, browsers are closed, results and summary written. The exit code is 2 then.
 */
final class OrderlyEnd implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(OrderlyEnd.class);

  /** Ten seconds for tear-downs, and the browsers' end. */
  private static final Duration STOP_LIMIT = Duration.ofSeconds(15);

  private static final Duration SUMMARY_LIMIT = Duration.ofSeconds(10);
  private static final int INTERRUPTED = 2;

  private final RunHandle run;
  private final CountDownLatch summarized = new CountDownLatch(1);
  private final Thread hook = new Thread(this::end, "orderly end");

  private OrderlyEnd(RunHandle run) {
    this.run = run;
  }

  /** From now on, until it is closed, the run ends in order. */
  static OrderlyEnd of(RunHandle run) {
    OrderlyEnd end = new OrderlyEnd(run);
    Runtime.getRuntime().addShutdownHook(end.hook);
    return end;
  }

  private void end() {
    try {
      if (!run.isOver()) {
        run.stop();
        run.await(STOP_LIMIT);
      }
      summarized.await(SUMMARY_LIMIT.toMillis(), TimeUnit.MILLISECONDS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
    Runtime.getRuntime().halt(INTERRUPTED);
  }

  /** Everything is written; nothing is to be waited for any more. */
  @Override
  public void close() {
    summarized.countDown();
    try {
      Runtime.getRuntime().removeShutdownHook(hook);
    } catch (IllegalStateException ending) {
      LOG.debug("The process is ending", ending);
    }
  }
}
