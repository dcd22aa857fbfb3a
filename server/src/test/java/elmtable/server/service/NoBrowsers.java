package elmtable.server.service;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import java.util.Optional;

/** For cases that need no browser; others are errors. */
public final class NoBrowsers implements Browser.Launcher {
  @Override
  public Browser.Pool pool(BrowserConfig config) {
    return new Browser.Pool() {
      @Override
      public Browser open() {
        throw new BrowserException(BrowserException.Kind.LOST, "There is none.");
      }

      @Override
      public void close() {
        // There is none.
      }
    };
  }

  @Override
  public Optional<String> missing(BrowserConfig config) {
    return Optional.of("no browser in this test");
  }

  @Override
  public void close() {
    // There is none.
  }
}
