package elmtable.webdriver;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.bidi.BrowserProgram;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The browser programs of a run. Workers share a program, each with contexts of its own in it; one
 * that had many cases, does not answer or ended is replaced.
 */
final class ProgramPool implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ProgramPool.class);

  /** Each worker has one browser in use and one that is made ready. */
  private static final int MOST_OPEN = 16;

  /** What a browser keeps grows; a fresh one is as fast as at first. */
  private static final int MOST_CASES = 200;

  private final Function<BrowserConfig, BrowserProgram> starter;
  private final List<Entry> entries = new ArrayList<>();
  private boolean closed;

  ProgramPool(Function<BrowserConfig, BrowserProgram> starter) {
    this.starter = starter;
  }

  /** A program that is there or being started. */
  private static final class Entry {
    private final BrowserConfig config;
    private final CompletableFuture<BrowserProgram> program = new CompletableFuture<>();
    private int opened;
    private int reserved;

    Entry(BrowserConfig config) {
      this.config = config;
    }

    /** How many are open in it, or about to be. */
    int inUse() {
      return reserved + (isStarted() ? program.join().inUse() : 0);
    }

    boolean isUnused() {
      return reserved == 0 && (!isStarted() || program.join().isUnused());
    }

    boolean isStarted() {
      return program.isDone() && !program.isCompletedExceptionally();
    }

    boolean isGone() {
      return program.isCompletedExceptionally() || isStarted() && program.join().isGone();
    }

    boolean isWornOut() {
      return isGone() || opened >= MOST_CASES;
    }
  }

  Browser.Pool of(BrowserConfig config) {
    return new WorkerPool(config);
  }

  private final class WorkerPool implements Browser.Pool {
    private final BrowserConfig config;

    WorkerPool(BrowserConfig config) {
      this.config = config;
    }

    @Override
    public Browser open() {
      Entry entry = reserve(config);
      try {
        return open(entry);
      } catch (BrowserException failed) {
        if (!entry.isStarted() || isClosed()) {
          throw failed;
        }
        LOG.info("A browser program is replaced: {}", failed.getMessage());
        entry.program.join().abandon();
        return open(reserve(config));
      }
    }

    private Browser open(Entry entry) {
      try {
        return entry.program.join().open();
      } catch (CompletionException failed) {
        throw failed.getCause() instanceof BrowserException reason ? reason : failed;
      } finally {
        unreserve(entry);
      }
    }

    @Override
    public void close() {
      sweep();
    }
  }

  private Entry reserve(BrowserConfig config) {
    sweep();
    Entry entry;
    boolean started = false;
    synchronized (this) {
      if (closed) {
        throw new BrowserException(Kind.LOST, "The run's browsers are closed.");
      }
      entry =
          entries.stream()
              .filter(one -> one.config.equals(config))
              .filter(one -> !one.isWornOut() && one.inUse() < MOST_OPEN)
              .findFirst()
              .orElse(null);
      if (entry == null) {
        entry = new Entry(config);
        entries.add(entry);
        started = true;
      }
      entry.reserved++;
      entry.opened++;
    }
    if (started) {
      start(entry);
    }
    return entry;
  }

  private void start(Entry entry) {
    try {
      entry.program.complete(starter.apply(entry.config));
    } catch (RuntimeException failed) {
      entry.program.completeExceptionally(failed);
    }
    synchronized (this) {
      if (closed && entry.isStarted()) {
        entry.program.join().close();
      }
    }
  }

  private synchronized boolean isClosed() {
    return closed;
  }

  private synchronized void unreserve(Entry entry) {
    entry.reserved--;
  }

  /** Ends programs that were used enough, as soon as nothing is open in them. */
  private void sweep() {
    List<Entry> ending;
    synchronized (this) {
      ending = entries.stream().filter(entry -> entry.isWornOut() && entry.isUnused()).toList();
      entries.removeAll(ending);
    }
    ending.stream()
        .filter(Entry::isStarted)
        .forEach(
            entry -> Thread.ofVirtual().name("browser end").start(entry.program.join()::close));
  }

  @Override
  public void close() {
    List<Entry> ending;
    synchronized (this) {
      closed = true;
      ending = List.copyOf(entries);
      entries.clear();
    }
    List<Thread> threads =
        ending.stream()
            .filter(Entry::isStarted)
            .map(entry -> Thread.ofVirtual().start(entry.program.join()::close))
            .toList();
    for (Thread thread : threads) {
      try {
        thread.join();
      } catch (InterruptedException interrupted) {
        // The drivers are ended after this whatever happens.
        Thread.currentThread().interrupt();
        return;
      }
    }
  }
}
