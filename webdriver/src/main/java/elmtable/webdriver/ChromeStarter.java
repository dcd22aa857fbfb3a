package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import elmtable.webdriver.classic.ClassicSession;
import elmtable.webdriver.process.BrowserPrograms;
import elmtable.webdriver.process.WatchedProcess;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import elmtable.webdriver.wire.WebDriverHttp;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Starts Chromium or Chrome; one ChromeDriver, which speaks BiDi for it, serves all programs. */
final class ChromeStarter implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ChromeStarter.class);
  private static final Duration START_LIMIT = Duration.ofSeconds(120);

  /** A driver that was killed seems alive for a moment. */
  private static final Duration DYING = Duration.ofSeconds(1);

  private static final List<String> DRIVERS = List.of("chromedriver");
  private static final List<String> BROWSERS =
      List.of("chromium", "chromium-browser", "google-chrome", "chrome");
  private static final String SHELL = "ELM_CHROME_HEADLESS_SHELL";
  private static final List<String> SHELLS =
      List.of("chromium-headless-shell", "chrome-headless-shell");
  private static final Pattern LISTENING = Pattern.compile("started successfully on port (\\d+)");

  private static final String NO_DRIVER =
      "chromedriver was not found on the path; install it (Debian: chromium-driver) or name it in"
          + " ELM_CHROMEDRIVER.";
  private static final String NO_SHELL =
      "chrome-headless-shell was not found on the path; install it (Debian:"
          + " chromium-headless-shell) or name it in ELM_CHROME_HEADLESS_SHELL.";
  private static final String NEVER_SEEN =
      "A headless shell is never on the screen; choose a browser of kind chrome to watch.";

  private final AtomicInteger profiles = new AtomicInteger();
  private WatchedProcess driver;
  private boolean closed;

  /** ChromeDriver knows further places where a browser may be. */
  static Optional<String> missing() {
    return BrowserPrograms.isThere("ELM_CHROMEDRIVER", DRIVERS)
        ? Optional.empty()
        : Optional.of(NO_DRIVER);
  }

  /** ChromeDriver looks nowhere for a shell. */
  static Optional<String> missingShell() {
    return missing()
        .or(() ->
            BrowserPrograms.isThere(SHELL, SHELLS) ? Optional.empty() : Optional.of(NO_SHELL));
  }

  BrowserProgram start(BrowserConfig config) {
    if (isShell(config) && !config.headless()) {
      throw new BrowserException(BrowserException.Kind.LOST, NEVER_SEEN);
    }
    WatchedProcess running = driver();
    try {
      return start(config, running);
    } catch (BrowserException failed) {
      if (!running.hasEnded(DYING)) {
        throw failed;
      }
      return start(config, driver());
    }
  }

  private BrowserProgram start(BrowserConfig config, WatchedProcess running) {
    Path profile = running.folder().resolve("profile-" + profiles.incrementAndGet());
    WebDriverHttp http = new WebDriverHttp(URI.create("http://127.0.0.1:" + running.address()));
    JsonNode created = create(http, config, profile);
    ClassicSession session = new ClassicSession(http, created);
    String socket = created.path("capabilities").path("webSocketUrl").asText();
    try {
      return new BrowserProgram(
          BiDiConnection.connect(socket),
          BrowserProgram.Kind.CHROME,
          config,
          session.description(),
          new ChromeEnding(session, profile));
    } catch (BrowserException failed) {
      // Without its connection the program is of no use.
      session.end();
      BrowserPrograms.removeFolder(profile);
      throw failed;
    }
  }

  private record ChromeEnding(ClassicSession session, Path profile)
      implements BrowserProgram.Ending {
    @Override
    public void end() {
      session.end();
      BrowserPrograms.removeFolder(profile);
    }

    @Override
    public void kill() {
      BrowserPrograms.kill(profile);
      end();
    }
  }

  private static JsonNode create(WebDriverHttp http, BrowserConfig config, Path profile) {
    try {
      return http.post("/session", capabilities(config, profile), START_LIMIT);
    } catch (WebDriverError | BrowserException failed) {
      throw new BrowserException(
          BrowserException.Kind.LOST, "The browser did not start: " + failed.getMessage(), failed);
    }
  }

  private synchronized WatchedProcess driver() {
    if (closed) {
      throw new BrowserException(BrowserException.Kind.LOST, "The run's browsers are closed.");
    }
    if (driver != null && !driver.isAlive()) {
      LOG.warn("The driver ended by itself; it is started again.");
      driver.close();
      driver = null;
    }
    if (driver == null) {
      Path program =
          BrowserPrograms.find("ELM_CHROMEDRIVER", DRIVERS)
              .orElseThrow(() -> new BrowserException(BrowserException.Kind.LOST, NO_DRIVER));
      driver = WatchedProcess.start(program, folder -> List.of("--port=0"), LISTENING);
    }
    return driver;
  }

  private static Map<String, ?> capabilities(BrowserConfig config, Path profile) {
    Map<String, Object> chrome = new LinkedHashMap<>();
    chrome.put("args", ChromeArguments.of(config, profile));
    if (!config.language().isEmpty()) {
      chrome.put("prefs", Map.of("intl.accept_languages", config.language()));
    }
    program(config).ifPresent(path -> chrome.put("binary", path.toString()));
    Map<String, Object> wanted =
        Map.of(
            "browserName",
            "chrome",
            "goog:chromeOptions",
            chrome,
            "acceptInsecureCerts",
            config.anyCertificate(),
            "unhandledPromptBehavior",
            "ignore",
            "webSocketUrl",
            true);
    return Map.of("capabilities", Map.of("alwaysMatch", wanted));
  }

  private static Optional<Path> program(BrowserConfig config) {
    return isShell(config)
        ? BrowserPrograms.find(SHELL, SHELLS)
        : BrowserPrograms.find("ELM_CHROME", BROWSERS);
  }

  private static boolean isShell(BrowserConfig config) {
    return config.kind().equalsIgnoreCase(BrowserConfig.HEADLESS_SHELL);
  }

  @Override
  public void close() {
    WatchedProcess running;
    synchronized (this) {
      closed = true;
      running = driver;
      driver = null;
    }
    if (running != null) {
      running.close();
    }
  }
}
