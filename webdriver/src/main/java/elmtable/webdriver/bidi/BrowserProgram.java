package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A browser program that speaks BiDi. Each case has a user context of its own in it: cookies and
 * storage are apart, and one can be made ready while others are in use.
 */
public final class BrowserProgram implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(BrowserProgram.class);
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
  private final Kind kind;
  private final BrowserConfig config;
  private final KeptDownloads downloads;
  private final AtomicInteger busy = new AtomicInteger();
  private final String description;
  private final Ending ending;
  private final AtomicInteger opened = new AtomicInteger();
  private final UserContexts contexts;
  private boolean holdsUpAuthentication;

  /** In what browsers differ. */
  public enum Kind {
    CHROME,
    FIREFOX;

    /** Of the browser's name as sessions have it; others are taken for a kind of Chrome. */
    public static Kind of(String browserName) {
      return browserName.equalsIgnoreCase(BrowserConfig.FIREFOX) ? FIREFOX : CHROME;
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
    EventRouter router = new EventRouter(connection, kind);
    this.downloads = new KeptDownloads(config);
    this.contexts = new UserContexts(this, router, config);
    connection.onEvent(router::receive);
    told("session.subscribe", Map.of("events", EVENTS));
    for (String event : TOLD_BY_SOME) {
      try {
        connection.command("session.subscribe", Map.of("events", List.of(event)));
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

  KeptDownloads downloads() {
    return downloads;
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
    return connection.answers(ALIVE);
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
    return contexts.inUse();
  }

  /** Whether none is open, and what the last ones left has been seen to. */
  public boolean isUnused() {
    return contexts.isUnused();
  }

  /** Whether no case does anything in it: what is open in it is only made ready for one. */
  public boolean isIdle() {
    return busy.get() == 0;
  }

  /** A case begins in one of its browsers, or is done with it. */
  void busy(boolean begins) {
    busy.addAndGet(begins ? 1 : -1);
  }

  /** A browser in a fresh state that shares nothing with any other. */
  public Browser open() {
    opened.incrementAndGet();
    UserContext context = contexts.take();
    UserContextEmulation emulation = contexts.emulation(context.id());
    return new BiDiBrowser(this, context, config.emulation().position().map(p -> emulation));
  }

  static Map<String, Integer> area(int width, int height) {
    return Map.of("width", width, "height", height);
  }

  /** A command that the program itself carries out. */
  JsonNode told(String method, Map<String, ?> parameters) {
    try {
      return connection.command(method, parameters);
    } catch (WebDriverError error) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "The browser did not carry out " + method + ": " + error.getMessage(),
          error);
    }
  }

  /** A case is done with its browser; one that does not answer may have hung the whole program. */
  void release(UserContext used, BiDiTab tab) {
    contexts.release(used, tab);
    if (tab.isSilent() && !answers()) {
      abandon();
    }
  }

  /** Ends the program without asking it. */
  public void abandon() {
    connection.close();
    contexts.close();
    Thread.ofVirtual().name("browser end").start(ending::kill);
  }

  @Override
  public void close() {
    connection.close();
    contexts.close();
    ending.end();
  }
}
