package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Opens Chromium or Chrome through ChromeDriver; one driver serves all browsers of this launcher.
 *
 * <p>The programs are those named by {@code ELM_CHROMEDRIVER} and {@code ELM_CHROME}, else the
 * first found on the path.
 */
public final class ChromeLauncher implements Browser.Launcher {
  private static final Duration START_LIMIT = Duration.ofSeconds(120);
  private static final List<String> DRIVERS = List.of("chromedriver");
  private static final List<String> BROWSERS =
      List.of("chromium", "chromium-browser", "google-chrome", "chrome");

  private static final Logger LOG = LoggerFactory.getLogger(ChromeLauncher.class);

  private final AtomicInteger profiles = new AtomicInteger();
  private DriverProcess driver;
  private boolean closed;

  @Override
  public Browser.Lane lane(Browser.Setup setup) {
    return new ChromeLane(setup);
  }

  /**
   * One worker's browsers: user contexts of one program where it speaks BiDi, else a program for
   * each.
   */
  private final class ChromeLane implements Browser.Lane {
    private final Browser.Setup setup;
    private HostBrowser host;

    ChromeLane(Browser.Setup setup) {
      this.setup = setup;
    }

    @Override
    public synchronized Browser open() {
      if (host != null && host.isGone()) {
        host.close();
        host = null;
      }
      if (host != null) {
        try {
          return host.openContext();
        } catch (BrowserException failed) {
          LOG.info("A browser program is replaced: {}", failed.getMessage());
          host.abandon();
          host = null;
        }
      }
      return openProgram();
    }

    private Browser openProgram() {
      DriverProcess running = driver();
      Path profile = running.folder().resolve("profile-" + profiles.incrementAndGet());
      JsonNode created = create(setup, running, profile);
      Session session = new Session(new Wire(running.address()), created);
      String socket = created.path("capabilities").path("webSocketUrl").asText("");
      if (socket.isEmpty()) {
        return new ClassicBrowser(session, "", null, session::end);
      }
      try {
        host = new HostBrowser(session, socket, setup, profile);
        return host.openContext();
      } catch (BrowserException failed) {
        // Without its second connection the program is of no use.
        host = null;
        session.end();
        throw failed;
      }
    }

    @Override
    public synchronized void close() {
      if (host != null) {
        host.close();
        host = null;
      }
    }
  }

  private static JsonNode create(Browser.Setup setup, DriverProcess running, Path profile) {
    if (!setup.kind().equalsIgnoreCase("chrome")) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "This version opens browsers of kind chrome (Chrome and Chromium), not “"
              + setup.kind()
              + "”.");
    }
    try {
      return new Wire(running.address())
          .post("/session", capabilities(setup, profile), START_LIMIT);
    } catch (WireError | BrowserException failed) {
      throw new BrowserException(
          BrowserException.Kind.LOST, "The browser did not start: " + failed.getMessage(), failed);
    }
  }

  private synchronized DriverProcess driver() {
    if (closed) {
      throw new BrowserException(BrowserException.Kind.LOST, "The run's browsers are closed.");
    }
    if (driver != null && !driver.isAlive()) {
      LOG.warn("The driver ended by itself; it is started again.");
      driver.close();
      driver = null;
    }
    if (driver == null) {
      driver =
          DriverProcess.start(
              program("ELM_CHROMEDRIVER", DRIVERS)
                  .orElseThrow(() ->
                      new BrowserException(
                          BrowserException.Kind.LOST,
                          "chromedriver was not found on the path; install it (Debian: chromium-driver) or name "
                              + "it in ELM_CHROMEDRIVER.")));
    }
    return driver;
  }

  private static Optional<Path> program(String variable, List<String> names) {
    String named = System.getenv(variable);
    if (named != null && !named.isBlank()) {
      return Optional.of(Path.of(named));
    }
    List<Path> folders =
        Stream.of(System.getenv().getOrDefault("PATH", "").split(":")).map(Path::of).toList();
    return names.stream()
        .flatMap(name -> folders.stream().map(folder -> folder.resolve(name)))
        .filter(Files::isExecutable)
        .findFirst();
  }

  private static Map<String, ?> capabilities(Browser.Setup setup, Path profile) {
    List<String> arguments = new ArrayList<>();
    if (setup.headless()) {
      arguments.add("--headless=new");
      arguments.add("--disable-gpu");
    }
    if ("root".equals(System.getProperty("user.name"))) {
      // Chromium's sandbox refuses to be started by root.
      arguments.add("--no-sandbox");
    }
    arguments.addAll(
        List.of(
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--disable-crash-reporter",
            "--disable-breakpad",
            "--window-size=" + setup.width() + "," + setup.height(),
            "--user-data-dir=" + profile));
    if (!setup.language().isEmpty()) {
      arguments.add("--lang=" + setup.language());
    }
    arguments.addAll(setup.arguments());
    Map<String, Object> chrome = new LinkedHashMap<>();
    chrome.put("args", arguments);
    if (!setup.language().isEmpty()) {
      chrome.put("prefs", Map.of("intl.accept_languages", setup.language()));
    }
    program("ELM_CHROME", BROWSERS).ifPresent(path -> chrome.put("binary", path.toString()));
    Map<String, Object> wanted =
        Map.of(
            "browserName",
            "chrome",
            "goog:chromeOptions",
            chrome,
            "unhandledPromptBehavior",
            "ignore",
            "webSocketUrl",
            true);
    return Map.of("capabilities", Map.of("alwaysMatch", wanted));
  }

  @Override
  public void close() {
    DriverProcess running;
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
