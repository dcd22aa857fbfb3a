package elmtable.webdriver;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import java.util.Locale;

/**
 * Opens browsers of this machine: Chromium or Chrome through ChromeDriver, and Firefox, which needs
 * no driver.
 *
 * <p>The programs are those named by {@code ELM_CHROME}, {@code ELM_CHROMEDRIVER} and {@code
 * ELM_FIREFOX}, else the first found on the path.
 */
public final class BrowserLauncher implements Browser.Launcher {
  private final ChromeStarter chrome = new ChromeStarter();
  private final FirefoxStarter firefox = new FirefoxStarter();
  private final BrowserPool pool = new BrowserPool(this::start);

  @Override
  public Browser.Lane lane(Browser.Setup setup) {
    return pool.lane(setup);
  }

  private BrowserProgram start(Browser.Setup setup) {
    return switch (setup.kind().toLowerCase(Locale.ROOT)) {
      case "chrome" -> chrome.start(setup);
      case "firefox" -> firefox.start(setup);
      default ->
          throw new BrowserException(
              BrowserException.Kind.LOST,
              "This version opens browsers of kind chrome and firefox, not “"
                  + setup.kind()
                  + "”.");
    };
  }

  @Override
  public void close() {
    pool.close();
    chrome.close();
  }
}
