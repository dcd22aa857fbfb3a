package elmtable.run.browsers;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.run.time.StopSignal;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.function.Supplier;

/**
 * A worker's browsers: a fresh one for each case, and while that case runs the next is made ready,
 * so that isolation costs no waiting.
 */
public final class PreparedBrowsers implements AutoCloseable {
  private final Browser.Pool lane;
  private final StopSignal stop;
  private CompletableFuture<Browser> next;
  private CaseBrowser shared;

  PreparedBrowsers(Browser.Pool lane, StopSignal stop) {
    this.lane = lane;
    this.stop = stop;
  }

  /** A browser that nobody used before. */
  public Browser take() {
    stop.check();
    CompletableFuture<Browser> taken = next == null ? opening() : next;
    boolean prepared = next != null;
    next = null;
    Browser browser = opened(taken);
    if (prepared && !browser.isUsable()) {
      // Its program ended, or was ended, while the case before went on.
      browser.close();
      return opened(opening());
    }
    return browser;
  }

  /** Waits until it is open, or the run is stopped; what comes after that is closed. */
  private Browser opened(CompletableFuture<Browser> opening) {
    try {
      return opening.get();
    } catch (ExecutionException failed) {
      stop.check();
      throw failed.getCause() instanceof RuntimeException cause
          ? cause
          : new IllegalStateException(failed.getCause());
    } catch (InterruptedException stopped) {
      opening.thenAccept(Browser::close);
      stop.check();
      Thread.currentThread().interrupt();
      throw new BrowserException(BrowserException.Kind.LOST, "Waiting was broken off.", stopped);
    }
  }

  /** Begins to open the next one. */
  public void prepare() {
    if (next == null && !stop.isSet()) {
      next = opening();
    }
  }

  private CompletableFuture<Browser> opening() {
    CompletableFuture<Browser> opening = new CompletableFuture<>();
    Thread.ofVirtual()
        .name("browser")
        .start(() -> {
          try {
            opening.complete(lane.open());
          } catch (RuntimeException failed) {
            opening.completeExceptionally(failed);
          }
        });
    return opening;
  }

  /** The one browser of a worker, where no state is promised. */
  public CaseBrowser shared(Supplier<CaseBrowser> first) {
    if (shared == null) {
      shared = first.get();
    }
    return shared;
  }

  @Override
  public void close() {
    if (shared != null) {
      shared.close();
    }
    if (next != null) {
      next.whenComplete((browser, failed) -> {
        if (browser != null) {
          browser.close();
        }
      });
      next = null;
    }
    lane.close();
  }
}
