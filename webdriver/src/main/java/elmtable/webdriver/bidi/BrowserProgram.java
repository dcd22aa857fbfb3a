package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A browser program that speaks BiDi. Each case has a user context of its own in it: cookies and
 * storage are apart, and one can be made ready while others are in use.
 */
public final class BrowserProgram implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(BrowserProgram.class);
  private static final Duration LIMIT = Duration.ofSeconds(30);
  private static final Duration ALIVE = Duration.ofSeconds(2);

  private static final List<String> EVENTS =
      List.of(
          "browsingContext.contextCreated",
          "browsingContext.contextDestroyed",
          "browsingContext.userPromptOpened",
          "browsingContext.userPromptClosed",
          "browsingContext.navigationStarted",
          "browsingContext.navigationCommitted",
          "browsingContext.domContentLoaded",
          "browsingContext.navigationFailed",
          "browsingContext.fragmentNavigated",
          "browsingContext.downloadWillBegin",
          "script.realmCreated",
          "script.realmDestroyed",
          "log.entryAdded",
          "network.beforeRequestSent",
          "network.responseCompleted",
          "network.fetchError");

  /** Told by some browsers only. */
  private static final String ABORTED = "browsingContext.navigationAborted";

  private final BiDiConnection connection;
  private final Kind kind;
  private final BrowserConfig config;
  private final String description;
  private final Ending ending;
  private final AtomicInteger opened = new AtomicInteger();
  private final AtomicInteger inUse = new AtomicInteger();

  /** What happened in each user context that is in use. */
  private final Map<String, ContextEvents> contexts = new ConcurrentHashMap<>();

  /** The user context of each page and frame. */
  private final Map<String, String> users = new ConcurrentHashMap<>();

  /** Windows that a page opened and whose first document is not there yet. */
  private final Set<String> opening = ConcurrentHashMap.newKeySet();

  /** The page or frame of each realm. */
  private final Map<String, String> realms = new ConcurrentHashMap<>();

  /** In what browsers differ. */
  public enum Kind {
    CHROME,
    FIREFOX;

    /** Of the browser's name as sessions have it; others are taken for a kind of Chrome. */
    public static Kind of(String browserName) {
      return browserName.equalsIgnoreCase("firefox") ? FIREFOX : CHROME;
    }

    /** Firefox paints and times only the tab in front of each of its windows at full speed. */
    String newWindow() {
      return this == FIREFOX ? "window" : "tab";
    }
  }

  /** How a program is ended. */
  public interface Ending {
    /** Asks it to end, and removes what it kept. */
    void end();

    /** Ends it without asking, as something in it does not answer. */
    void kill();
  }

  /**
   * @param description its name and version
   * @throws BrowserException if it does not do what is needed of it
   */
  public BrowserProgram(
      BiDiConnection connection,
      Kind kind,
      BrowserConfig config,
      String description,
      Ending ending) {
    this.connection = connection;
    this.kind = kind;
    this.config = config;
    this.description = description;
    this.ending = ending;
    connection.onEvent(this::receive);
    told("session.subscribe", Map.of("events", EVENTS));
    try {
      connection.command("session.subscribe", Map.of("events", List.of(ABORTED)), LIMIT);
    } catch (WebDriverError unknown) {
      LOG.debug("{} tells of no {}", description, ABORTED);
    }
  }

  /** Hands an event to the user context that it is about. */
  private void receive(String event, JsonNode about) {
    String context = contextOf(event, about);
    if (context == null) {
      return;
    }
    if (event.equals("browsingContext.contextCreated")) {
      users.put(context, about.path("userContext").asText());
      if (about.path("originalOpener").isTextual()) {
        opening.add(context);
      }
    }
    ContextEvents events = contexts.get(users.getOrDefault(context, ""));
    if (event.equals("browsingContext.contextDestroyed")) {
      users.remove(context);
      realms.values().removeIf(context::equals);
    }
    if (events == null) {
      return;
    }
    if (event.equals("browsingContext.userPromptOpened")
        && about.path("type").asText().equals("beforeunload")) {
      // Whoever leaves a page in a test means to leave it.
      connection.send(
          "browsingContext.handleUserPrompt", Map.of("context", context, "accept", true));
      return;
    }
    if (event.equals("network.beforeRequestSent") && about.path("isBlocked").asBoolean()) {
      answerBlocked(events, about.path("request"));
      return;
    }
    events.receive(event, context, about);
    if (event.equals("browsingContext.navigationCommitted")
        && opening.remove(context)
        && kind == Kind.CHROME) {
      findRealms(context, events);
    }
  }

  /** What we held up is answered with an empty page where that was meant, else goes on. */
  private void answerBlocked(ContextEvents events, JsonNode request) {
    String id = request.path("request").asText();
    if (!events.isAnsweredEmpty(request.path("url").asText())) {
      connection.send("network.continueRequest", Map.of("request", id));
      return;
    }
    Map<String, ?> type =
        Map.of("name", "content-type", "value", Map.of("type", "string", "value", "text/html"));
    connection.send(
        "network.provideResponse",
        Map.of(
            "request",
            id,
            "statusCode",
            200,
            "headers",
            List.of(type),
            "body",
            Map.of("type", "string", "value", "<!doctype html>")));
  }

  /**
   * ChromeDriver (156) does not see the realms of the first document in a window that a page opened
   * and that shares its process, and whatever is asked of it is never answered; it finds them when
   * it is told of all realms again.
   */
  private void findRealms(String context, ContextEvents events) {
    connection
        .send("goog:cdp.getSession", Map.of("context", context))
        .thenApply(found -> found.path("session").asText())
        .thenCompose(session ->
            cdp(session, "Runtime.disable").thenCompose(done -> cdp(session, "Runtime.enable")))
        .whenComplete((done, failed) -> {
          if (failed != null) {
            LOG.debug("The realms of a new window were not found again", failed);
          }
          // What was asked before is asked again.
          events.left(context);
        });
  }

  private CompletableFuture<JsonNode> cdp(String session, String method) {
    return connection.send(
        "goog:cdp.sendCommand", Map.of("method", method, "params", Map.of(), "session", session));
  }

  /** The window or frame that an event is about, or null where it is about none. */
  private String contextOf(String event, JsonNode about) {
    String realm = about.path("realm").asText();
    return switch (event) {
      case "log.entryAdded" -> about.path("source").path("context").asText();
      case "script.realmDestroyed" -> realms.remove(realm);
      case "script.realmCreated" -> {
        // A worker's realm is in no window.
        String context = about.path("context").asText(null);
        if (context != null) {
          realms.put(realm, context);
        }
        yield context;
      }
      default -> about.path("context").asText();
    };
  }

  BiDiConnection connection() {
    return connection;
  }

  Kind kind() {
    return kind;
  }

  /** Whether it runs where files of this machine are not. */
  boolean isRemote() {
    return config.remote().isPresent();
  }

  String description() {
    return description;
  }

  public boolean isGone() {
    return connection.isGone();
  }

  /** Whether the program itself answers, whatever its pages do. */
  boolean answers() {
    try {
      connection.command("session.status", Map.of(), ALIVE);
      return true;
    } catch (BrowserException | WebDriverError silent) {
      return false;
    }
  }

  /** Comes back when every event that was on its way before has arrived. */
  void settle() {
    told("session.status", Map.of());
  }

  /** How many browsers it has opened. */
  public int opened() {
    return opened.get();
  }

  /** How many of them are open. */
  public int inUse() {
    return inUse.get();
  }

  /** A fresh browser that shares nothing with any other. */
  public Browser open() {
    opened.incrementAndGet();
    inUse.incrementAndGet();
    try {
      return openContext();
    } catch (BrowserException | WebDriverError failed) {
      inUse.decrementAndGet();
      throw failed;
    }
  }

  private Browser openContext() {
    String user = told("browser.createUserContext", Map.of()).path("userContext").asText();
    ContextEvents events = new ContextEvents();
    contexts.put(user, events);
    told(
        "script.addPreloadScript",
        Map.of(
            "functionDeclaration",
            PageScripts.INSTALL,
            "sandbox",
            BiDiWaiting.SANDBOX,
            "userContexts",
            List.of(user)));
    UserContextEmulation emulation = new UserContextEmulation(connection, user, description);
    emulation.apply(config);
    JsonNode window =
        told("browsingContext.create", Map.of("type", kind.newWindow(), "userContext", user));
    String first = window.path("context").asText();
    events.opened(first);
    return new BiDiBrowser(
        this, events, first, user, config.emulation().position().map(p -> emulation));
  }

  static Map<String, Integer> area(int width, int height) {
    return Map.of("width", width, "height", height);
  }

  private JsonNode told(String method, Map<String, ?> parameters) {
    try {
      return connection.command(method, parameters, LIMIT);
    } catch (WebDriverError error) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "The browser did not carry out " + method + ": " + error.getMessage(),
          error);
    }
  }

  /**
   * Closes a browser in the background: the next case does not wait for it.
   *
   * @param silent whether something in it does not answer
   */
  void release(String user, boolean silent) {
    Thread.ofVirtual()
        .name("browser end")
        .start(() -> {
          try {
            contexts.remove(user);
            connection.command("browser.removeUserContext", Map.of("userContext", user), LIMIT);
          } catch (BrowserException | WebDriverError gone) {
            LOG.debug("A user context was gone before it was removed", gone);
          } finally {
            inUse.decrementAndGet();
          }
        });
    if (silent && !answers()) {
      abandon();
    }
  }

  /** Ends the program without asking it. */
  public void abandon() {
    connection.close();
    Thread.ofVirtual().name("browser end").start(ending::kill);
  }

  @Override
  public void close() {
    connection.close();
    ending.end();
  }
}
