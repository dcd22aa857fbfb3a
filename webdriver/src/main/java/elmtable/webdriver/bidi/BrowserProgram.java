package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.process.BrowserPrograms;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
  private static final Duration LEAST_WIPING = Duration.ofSeconds(2);
  private static final int WIPING_TO_FRESH = 4;
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
          "network.responseStarted",
          "network.responseCompleted",
          "network.fetchError");

  /** Told by some browsers only. */
  private static final List<String> TOLD_BY_SOME =
      List.of("browsingContext.navigationAborted", "browsingContext.downloadEnd");

  private final BiDiConnection connection;
  private final EventRouter router;
  private final Kind kind;
  private final BrowserConfig config;
  private final String description;
  private final Ending ending;
  private final AtomicInteger opened = new AtomicInteger();
  private final AtomicInteger inUse = new AtomicInteger();
  private final WipedContexts wiped = new WipedContexts();

  /** How long the last fresh user context took; on a busy machine everything takes longer. */
  private volatile Duration fresh = Duration.ZERO;

  private boolean holdsUpAuthentication;

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
    this.router = new EventRouter(connection, kind);
    connection.onEvent(router::receive);
    told("session.subscribe", Map.of("events", EVENTS));
    for (String event : TOLD_BY_SOME) {
      try {
        connection.command("session.subscribe", Map.of("events", List.of(event)), LIMIT);
      } catch (WebDriverError unknown) {
        LOG.debug("{} tells of no {}", description, event);
      }
    }
    if (kind == Kind.FIREFOX) {
      // It would ask a person, and wait for one.
      holdUpAuthentication();
    }
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

  /**
   * From now on, {@link EventRouter} answers sites that ask for authentication. Not from the start
   * in Chromium, which then holds up every request.
   */
  synchronized void holdUpAuthentication() {
    if (!holdsUpAuthentication) {
      told("session.subscribe", Map.of("events", List.of("network.authRequired")));
      told("network.addIntercept", Map.of("phases", List.of("authRequired")));
      holdsUpAuthentication = true;
    }
  }

  /** How many browsers it has opened. */
  public int opened() {
    return opened.get();
  }

  /** How many of them are open. */
  public int inUse() {
    return inUse.get();
  }

  /** A browser in a fresh state that shares nothing with any other. */
  public Browser open() {
    opened.incrementAndGet();
    inUse.incrementAndGet();
    try {
      UserContext context = wiped.take().orElseGet(this::newContext);
      UserContextEmulation emulation =
          new UserContextEmulation(connection, context.id(), description);
      return new BiDiBrowser(this, context, config.emulation().position().map(p -> emulation));
    } catch (BrowserException | WebDriverError failed) {
      inUse.decrementAndGet();
      throw failed;
    }
  }

  private UserContext newContext() {
    long begun = System.nanoTime();
    String user = told("browser.createUserContext", Map.of()).path("userContext").asText();
    ContextEvents events = new ContextEvents();
    router.add(user, events);
    told(
        "script.addPreloadScript",
        Map.of(
            "functionDeclaration",
            PageScripts.INSTALL,
            "sandbox",
            PageAsker.SANDBOX,
            "userContexts",
            List.of(user)));
    new UserContextEmulation(connection, user, description).apply(config);
    Optional<Path> downloads = downloadFolder(user);
    JsonNode window =
        told("browsingContext.create", Map.of("type", kind.newWindow(), "userContext", user));
    String first = window.path("context").asText();
    events.opened(first);
    fresh = Duration.ofNanos(System.nanoTime() - begun);
    return new UserContext(user, events, first, downloads);
  }

  /** Where a user context's downloads go; a remote end keeps them where it will. */
  private Optional<Path> downloadFolder(String user) {
    if (isRemote()) {
      return Optional.empty();
    }
    try {
      Path folder = Files.createTempDirectory("elm-downloads-");
      Map<String, String> behaviour =
          Map.of("type", "allowed", "destinationFolder", folder.toString());
      told(
          "browser.setDownloadBehavior",
          Map.of("downloadBehavior", behaviour, "userContexts", List.of(user)));
      return Optional.of(folder);
    } catch (IOException full) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "No folder for downloads can be made: " + full.getMessage(),
          full);
    }
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
   * Takes a user context back, in the background: the next case does not wait for it. It is wiped
   * for a later one where that can be, else it goes.
   */
  void release(UserContext used, BiDiTab tab) {
    wiped.add(() -> {
      Optional<UserContext> next =
          isWipeable() && !tab.isSilent()
              ? new ContextWiping(this, router, used, tab.window(), wipingLimit()).wiped()
              : Optional.empty();
      if (next.isEmpty()) {
        remove(used);
      }
      inUse.decrementAndGet();
      return next;
    });
    if (tab.isSilent() && !answers()) {
      abandon();
    }
  }

  /** A fresh one would be there sooner than what takes any longer. */
  private Duration wipingLimit() {
    Duration several = fresh.multipliedBy(WIPING_TO_FRESH);
    return several.compareTo(LEAST_WIPING) > 0 ? several : LEAST_WIPING;
  }

  /** Whoever may ask where they are was allowed to for good. */
  private boolean isWipeable() {
    return config.wipe() && config.emulation().position().isEmpty() && !isGone();
  }

  private void remove(UserContext used) {
    try {
      router.remove(used.id());
      connection.command("browser.removeUserContext", Map.of("userContext", used.id()), LIMIT);
    } catch (BrowserException | WebDriverError gone) {
      LOG.debug("A user context was gone before it was removed", gone);
    } finally {
      removeDownloads(used);
    }
  }

  private static void removeDownloads(UserContext used) {
    used.downloads().ifPresent(BrowserPrograms::removeFolder);
  }

  /** Ends the program without asking it. */
  public void abandon() {
    connection.close();
    wiped.close(BrowserProgram::removeDownloads);
    Thread.ofVirtual().name("browser end").start(ending::kill);
  }

  @Override
  public void close() {
    connection.close();
    wiped.close(BrowserProgram::removeDownloads);
    ending.end();
  }
}
