package elmtable.run.browsers;

import elmtable.browser.Browser;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/** The pages that workers are at, for whoever watches them. */
public final class LivePages {
  /** Several who watch share a picture that is not older than this. */
  private static final long SHARED_NANOS = 500_000_000;

  private final Map<Integer, Page> pages = new ConcurrentHashMap<>();

  /** The page of one case; what is secret in it is known as its steps go. */
  private static final class Page {
    private final CaseBrowser browser;
    private final Supplier<Collection<String>> secrets;
    private Optional<byte[]> last = Optional.empty();
    private long taken;

    Page(CaseBrowser browser, Supplier<Collection<String>> secrets) {
      this.browser = browser;
      this.secrets = secrets;
    }

    synchronized Optional<byte[]> picture() {
      if (last.isEmpty() || System.nanoTime() - taken > SHARED_NANOS) {
        Optional<Browser> opened = browser.opened();
        last = opened.flatMap(page -> page.pictures().glance(secrets.get()));
        taken = System.nanoTime();
      }
      return last;
    }
  }

  /** A worker begins to act in a browser. */
  public void begin(int worker, CaseBrowser browser, Supplier<Collection<String>> secrets) {
    pages.put(worker, new Page(browser, secrets));
  }

  public void end(int worker) {
    pages.remove(worker);
  }

  /** What a worker's page shows now, as a JPEG; nothing where it is at none. */
  public Optional<byte[]> picture(int worker) {
    return Optional.ofNullable(pages.get(worker)).flatMap(Page::picture);
  }
}
