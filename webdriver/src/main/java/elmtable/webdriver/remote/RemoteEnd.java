package elmtable.webdriver.remote;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.classic.ClassicSession;
import elmtable.webdriver.wire.WebDriverError;
import elmtable.webdriver.wire.WebDriverHttp;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A remote end of W3C WebDriver: a hub, a grid, a device service, a driver elsewhere. Gives no more
 * sessions at once than it may, and waits with growing pauses where it refuses one.
 */
final class RemoteEnd {
  private static final Logger LOG = LoggerFactory.getLogger(RemoteEnd.class);
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Duration SESSION_LIMIT = Duration.ofMinutes(5);
  private static final Duration STATUS_LIMIT = Duration.ofSeconds(2);
  private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
  private static final Duration LONGEST_PAUSE = Duration.ofSeconds(15);

  private final BrowserConfig.Remote remote;
  private final WebDriverHttp http;
  private final Semaphore sessions;

  RemoteEnd(BrowserConfig.Remote remote) {
    this.remote = remote;
    this.http = new WebDriverHttp(remote.address());
    this.sessions = new Semaphore(remote.limit(), true);
  }

  /**
   * A session with what it can do.
   *
   * @param socket where it speaks BiDi, or empty where it does not
   */
  record Opened(ClassicSession session, String socket) {}

  /**
   * Opens a session as soon as there may be one more; {@link #release()} gives its place back.
   *
   * @throws BrowserException if the remote end has none for it in five minutes
   */
  Opened open(BrowserConfig config) {
    long end = System.nanoTime() + SESSION_LIMIT.toNanos();
    acquire();
    try {
      return create(config, end);
    } catch (RuntimeException failed) {
      release();
      throw failed;
    }
  }

  /** Why it cannot be used now; nothing where it answers, busy or not. */
  Optional<String> missing() {
    try {
      http.get("/status", STATUS_LIMIT);
      return Optional.empty();
    } catch (WebDriverError refused) {
      return Optional.of("The remote end %s says: %s".formatted(shown(), words(refused)));
    } catch (BrowserException silent) {
      return Optional.of(
          "The remote end %s does not answer: %s".formatted(shown(), silent.getMessage()));
    }
  }

  void release() {
    sessions.release();
  }

  private void acquire() {
    try {
      if (!sessions.tryAcquire(SESSION_LIMIT.toSeconds(), TimeUnit.SECONDS)) {
        throw new BrowserException(
            Kind.LOST,
            "All %d sessions of the remote end %s have been in use for five minutes."
                .formatted(remote.limit(), shown()));
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting for the remote end was broken off.");
    }
  }

  private Opened create(BrowserConfig config, long end) {
    boolean withSocket = true;
    Duration pause = FIRST_PAUSE;
    while (true) {
      try {
        JsonNode created = http.post("/session", capabilities(config, withSocket), SESSION_LIMIT);
        String socket = created.path("capabilities").path("webSocketUrl").asText("");
        return new Opened(new ClassicSession(http, created), reachable(socket));
      } catch (WebDriverError refused) {
        if (withSocket && refused.getMessage().contains("webSocketUrl")) {
          withSocket = false;
          continue;
        }
        boolean busy = refused.is("session not created", "timeout");
        if (!busy || System.nanoTime() + pause.toNanos() > end) {
          throw new BrowserException(
              Kind.LOST,
              "The remote end %s gives no session: %s".formatted(shown(), words(refused)),
              refused);
        }
        LOG.info("{} gives no session yet: {}", shown(), refused.getMessage());
        sleep(pause);
        pause =
            pause.multipliedBy(2).compareTo(LONGEST_PAUSE) > 0
                ? LONGEST_PAUSE
                : pause.multipliedBy(2);
      } catch (BrowserException unreachable) {
        throw new BrowserException(
            Kind.LOST,
            "The remote end %s does not answer: %s".formatted(shown(), unreachable.getMessage()),
            unreachable);
      }
    }
  }

  private static String words(WebDriverError refused) {
    return refused.getMessage().isBlank()
        ? refused.code() + " (is this the address of a WebDriver remote end?)"
        : refused.getMessage();
  }

  /** A session's socket may be named by a host that only the remote end itself knows. */
  private String reachable(String socket) {
    if (socket.isEmpty()) {
      return "";
    }
    URI named = URI.create(socket);
    URI address = remote.address();
    if (named.getHost() != null && named.getHost().equalsIgnoreCase(address.getHost())) {
      return socket;
    }
    String scheme = address.getScheme().equals("https") ? "wss" : "ws";
    String port = address.getPort() < 0 ? "" : ":" + address.getPort();
    return scheme + "://" + address.getHost() + port + named.getRawPath();
  }

  private static void sleep(Duration pause) {
    try {
      Thread.sleep(pause);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting for the remote end was broken off.");
    }
  }

  /** Its address without user name and password. */
  String shown() {
    URI address = remote.address();
    return address.getRawUserInfo() == null
        ? address.toString()
        : address.toString().replace(address.getRawUserInfo() + "@", "");
  }

  private Map<String, ?> capabilities(BrowserConfig config, boolean withSocket) {
    Map<String, Object> wanted = new LinkedHashMap<>();
    wanted.put("browserName", config.kind());
    wanted.put("acceptInsecureCerts", config.anyCertificate());
    wanted.put("unhandledPromptBehavior", "ignore");
    if (withSocket) {
      wanted.put("webSocketUrl", true);
    }
    switch (config.kind()) {
      case "chrome" ->
          wanted.put("goog:chromeOptions", Map.of("args", arguments(config, "--headless=new")));
      case "firefox" ->
          wanted.put("moz:firefoxOptions", Map.of("args", arguments(config, "-headless")));
      default -> {}
    }
    further().forEach(wanted::put);
    wanted.values().removeIf(Objects::isNull);
    return Map.of("capabilities", Map.of("alwaysMatch", wanted));
  }

  private static List<String> arguments(BrowserConfig config, String headless) {
    List<String> arguments = new ArrayList<>();
    if (config.headless()) {
      arguments.add(headless);
    }
    arguments.addAll(config.arguments());
    return arguments;
  }

  /** What the browser block says goes before ours; null takes one of ours away. */
  private Map<String, Object> further() {
    if (remote.capabilities().isEmpty()) {
      return Map.of();
    }
    try {
      Map<String, Object> further = new LinkedHashMap<>();
      JSON.readTree(remote.capabilities())
          .fields()
          .forEachRemaining(
              one -> further.put(one.getKey(), JSON.convertValue(one.getValue(), Object.class)));
      return further;
    } catch (JsonProcessingException broken) {
      throw new BrowserException(
          Kind.LOST, "The capabilities of the browser block are not JSON.", broken);
    }
  }
}
