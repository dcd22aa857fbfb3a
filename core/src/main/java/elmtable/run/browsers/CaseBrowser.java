package elmtable.run.browsers;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserState;
import elmtable.browser.Credentials;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** The browser that steps act in, opened at the first one that needs it. */
public final class CaseBrowser implements AutoCloseable {
  private static final Duration STATE_LIMIT = Duration.ofSeconds(30);
  private static final Duration AT_ONCE = Duration.ofMillis(1);
  private static final int MOST_DIALOGS = 50;

  private final Supplier<Browser> opening;

  /** What is put into it when it is opened. */
  private final List<BrowserState> states = new ArrayList<>();

  /** Read by who watches, too. */
  private volatile Browser browser;

  private int step = -1;
  private Optional<Credentials> credentials = Optional.empty();

  public CaseBrowser(Supplier<Browser> opening) {
    this.opening = opening;
  }

  /**
   * The browser for a step, whose time begins when it asks for it first.
   *
   * @param wanted what answers sites that ask for basic authentication
   */
  public Browser of(int id, Duration limit, Optional<Credentials> wanted) {
    if (browser == null) {
      browser = opening.get();
      browser.within(STATE_LIMIT);
      states.forEach(browser.state()::put);
      credentials = Optional.empty();
    }
    if (!credentials.equals(wanted)) {
      browser.within(STATE_LIMIT);
      browser.network().authenticate(wanted);
      credentials = wanted;
    }
    if (id != step) {
      step = id;
      browser.within(limit);
    }
    return browser;
  }

  /** Puts in what sites kept elsewhere, at once or when it is opened. */
  public void put(BrowserState state) {
    states.add(state);
    if (browser != null) {
      browser.within(STATE_LIMIT);
      browser.state().put(state);
    }
  }

  public Optional<Browser> opened() {
    return Optional.ofNullable(browser);
  }

  /** What sites have kept in it; nothing where it was not opened or cannot tell. */
  public Optional<BrowserState> state() {
    if (browser == null) {
      return Optional.empty();
    }
    browser.within(STATE_LIMIT);
    return browser.state().read();
  }

  /** Between two cases that share it: the page stays, dialogs and further windows go. */
  public void rest() {
    step = -1;
    states.clear();
    if (browser == null) {
      return;
    }
    if (!browser.isUsable()) {
      close();
      return;
    }
    try {
      browser.within(STATE_LIMIT);
      closeDialogs();
      browser.windows().use("1", AT_ONCE);
      while (browser.windows().count() > 1) {
        browser.windows().use("2", AT_ONCE);
        closeDialogs();
        browser.windows().close();
      }
    } catch (BrowserException broken) {
      // The next case gets a fresh one.
      close();
    }
  }

  private void closeDialogs() {
    for (int i = 0; i < MOST_DIALOGS && browser.dialogs().open().isPresent(); i++) {
      browser.dialogs().close(false, AT_ONCE);
    }
  }

  @Override
  public void close() {
    if (browser != null) {
      Browser used = browser;
      browser = null;
      used.close();
    }
  }
}
