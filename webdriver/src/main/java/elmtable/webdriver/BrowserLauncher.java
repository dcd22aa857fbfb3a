package elmtable.webdriver;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import elmtable.webdriver.remote.RemoteEnds;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/**
 * Opens browsers: Chromium or Chrome of this machine and its headless shell through ChromeDriver,
 * Firefox, which needs no driver, and those of remote ends.
 *
 * <p>The programs are those named by {@code ELM_CHROME}, {@code ELM_CHROME_HEADLESS_SHELL}, {@code
 * ELM_CHROMEDRIVER} and {@code ELM_FIREFOX}, else the first found on the path.
 */
public final class BrowserLauncher implements Browser.Launcher {
  private final ChromeStarter chrome = new ChromeStarter();
  private final FirefoxStarter firefox = new FirefoxStarter();
  private final RemoteEnds remotes = new RemoteEnds();
  private final ProgramPool pool = new ProgramPool(this::start);
  private final Path folder;

  /**
   * @param folder which folders for downloads are relative to
   */
  public BrowserLauncher(Path folder) {
    this.folder = folder.toAbsolutePath();
  }

  @Override
  public Browser.Pool pool(BrowserConfig config) {
    return config.remote().isPresent() ? remotes.pool(config) : pool.of(withFolder(config));
  }

  private BrowserConfig withFolder(BrowserConfig config) {
    return config.downloads().isEmpty()
        ? config
        : config.downloadingTo(folder.resolve(config.downloads()).normalize().toString());
  }

  @Override
  public Optional<String> missing(BrowserConfig config) {
    if (config.remote().isPresent()) {
      return remotes.missing(config);
    }
    return switch (config.kind().toLowerCase(Locale.ROOT)) {
      case BrowserConfig.CHROME -> ChromeStarter.missing();
      case BrowserConfig.HEADLESS_SHELL -> ChromeStarter.missingShell();
      case BrowserConfig.FIREFOX -> FirefoxStarter.missing();
      default -> Optional.of(unknown(config));
    };
  }

  private static String unknown(BrowserConfig config) {
    return "This version opens browsers of the kinds "
        + String.join(", ", BrowserConfig.KINDS)
        + ", not “"
        + config.kind()
        + "”.";
  }

  private BrowserProgram start(BrowserConfig config) {
    return switch (config.kind().toLowerCase(Locale.ROOT)) {
      case BrowserConfig.CHROME, BrowserConfig.HEADLESS_SHELL -> chrome.start(config);
      case BrowserConfig.FIREFOX -> firefox.start(config);
      default -> throw new BrowserException(BrowserException.Kind.LOST, unknown(config));
    };
  }

  @Override
  public void close() {
    pool.close();
    chrome.close();
  }
}
