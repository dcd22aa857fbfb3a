package elmtable.run;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * WorkerBrowsers without pages: every element shows its locator's value, and what is done is
 * written down.
 */
public final class FakeBrowsers implements Browser.Launcher {
  public final List<String> done = new CopyOnWriteArrayList<>();
  public final List<BrowserConfig> configs = new CopyOnWriteArrayList<>();
  final AtomicInteger opened = new AtomicInteger();
  final AtomicInteger looks = new AtomicInteger();
  private int open;
  final AtomicInteger dyingPresses = new AtomicInteger();
  volatile String missing;

  /** What every element shows, or null for its locator. */
  volatile String shows;

  volatile boolean closed;

  synchronized void changeOpen(int by) {
    open += by;
    notifyAll();
  }

  /**
   * How many are left open; one that was made ready for a case that did not come is closed by its
   * own thread, as soon as it is open, and is waited for.
   */
  synchronized int leftOpen() throws InterruptedException {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(10);
    for (long left = 1; open > 0 && left > 0; left = end - System.nanoTime()) {
      TimeUnit.NANOSECONDS.timedWait(this, left);
    }
    return open;
  }

  @Override
  public Browser.Pool pool(BrowserConfig setup) {
    configs.add(setup);
    return new Browser.Pool() {
      @Override
      public Browser open() {
        opened.incrementAndGet();
        changeOpen(1);
        return new FakeBrowser(FakeBrowsers.this);
      }

      @Override
      public void close() {
        // Nothing is held.
      }
    };
  }

  @Override
  public Optional<String> missing(BrowserConfig config) {
    looks.incrementAndGet();
    return config.kind().equals("firefox")
        ? Optional.of("Firefox is not here; install it.")
        : Optional.empty();
  }

  @Override
  public void close() {
    closed = true;
  }
}
