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
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
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
  private static final Duration STATUS_LIMIT = Duration.ofSeconds(5);

  /** How long one waits for a session before others are asked for one that they do not use. */
  private static final Duration PATIENCE = Duration.ofSeconds(3);

  private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
  private static final Duration LONGEST_PAUSE = Duration.ofSeconds(15);

  private final BrowserConfig.Remote remote;
  private final WebDriverHttp http;
  private final Semaphore sessions;
  private final Set<RemotePool> holders = ConcurrentHashMap.newKeySet();

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
    acquire(end);
    try {
      return awaited(opening(config, end));
    } catch (RuntimeException failed) {
      release();
      throw failed;
    }
  }

  private CompletableFuture<Opened> opening(BrowserConfig config, long end) {
    CompletableFuture<Opened> opening = new CompletableFuture<>();
    Thread.ofVirtual()
        .name("session")
        .start(() -> {
          try {
            opening.complete(create(config, end));
          } catch (RuntimeException failed) {
            opening.completeExceptionally(failed);
          }
        });
    return opening;
  }

  /** A remote end that has no place may hold the answer back until there is one. */
  private Opened awaited(CompletableFuture<Opened> opening) {
    while (true) {
      try {
        return opening.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
      } catch (TimeoutException queued) {
        takeBackIdle();
      } catch (ExecutionException failed) {
        throw failed.getCause() instanceof RuntimeException cause
            ? cause
            : new IllegalStateException(failed.getCause());
      } catch (InterruptedException interrupted) {
        opening.thenAccept(late -> late.session().end());
        throw brokenOff();
      }
    }
  }

  /** Workers that have a session and use it for no case give one up for another worker. */
  private void takeBackIdle() {
    for (RemotePool holder : holders) {
      if (holder.giveUpIfIdle()) {
        return;
      }
    }
  }

  /** From now on, a worker's pool is asked for a session that it does not use. */
  void joined(RemotePool holder) {
    holders.add(holder);
  }

  void left(RemotePool holder) {
    holders.remove(holder);
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

  private void acquire(long end) {
    try {
      while (!sessions.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
        if (System.nanoTime() > end) {
          throw new BrowserException(
              Kind.LOST,
              "All %d sessions of the remote end %s have been in use for five minutes."
                  .formatted(remote.limit(), shown()));
        }
        takeBackIdle();
      }
    } catch (InterruptedException interrupted) {
      throw brokenOff();
    }
  }

  private static BrowserException brokenOff() {
    Thread.currentThread().interrupt();
    return new BrowserException(Kind.LOST, "Waiting for the remote end was broken off.");
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
      throw brokenOff();
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
    // Drivers write the blanks of a kind's name as hyphens.
    wanted.put("browserName", config.kind().replace(' ', '-'));
    wanted.put("acceptInsecureCerts", config.anyCertificate());
    wanted.put("unhandledPromptBehavior", "ignore");
    if (withSocket) {
      wanted.put("webSocketUrl", true);
    }
    switch (config.kind()) {
      case BrowserConfig.CHROME, BrowserConfig.HEADLESS_SHELL ->
          wanted.put("goog:chromeOptions", Map.of("args", arguments(config, "--headless=new")));
      case BrowserConfig.FIREFOX ->
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
