package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A browser program in which one worker's cases run one after another, each in a user context of
 * its own: cookies and storage are apart, and the next one can be made ready over BiDi while a case
 * goes on over the classic protocol.
 */
final class HostBrowser implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(HostBrowser.class);
  private static final Duration LIMIT = Duration.ofSeconds(30);

  private static final Duration ALIVE = Duration.ofSeconds(2);

  private final Session session;
  private final Path profile;
  private final BiDi bidi;
  private final Browser.Setup setup;
  private final Map<String, PageWatch> watches = new ConcurrentHashMap<>();

  /** The user context of each page and frame. */
  private final Map<String, String> users = new ConcurrentHashMap<>();

  /**
   * @param profile the program's folder, which goes when it ends
   */
  HostBrowser(Session session, String socket, Browser.Setup setup, Path profile) {
    this.session = session;
    this.profile = profile;
    this.bidi = BiDi.connect(socket);
    this.setup = setup;
    bidi.onEvent(this::told);
    bidi.command(
        "session.subscribe",
        Map.of(
            "events",
            List.of(
                "browsingContext.contextCreated",
                "browsingContext.contextDestroyed",
                "log.entryAdded",
                "network.beforeRequestSent",
                "network.responseCompleted",
                "network.fetchError")),
        LIMIT);
  }

  /** Hands an event to the watch of the user context that it is about. */
  private void told(String event, JsonNode about) {
    String context =
        event.equals("log.entryAdded")
            ? about.path("source").path("context").asText()
            : about.path("context").asText();
    if (event.equals("browsingContext.contextCreated")) {
      users.put(context, about.path("userContext").asText());
    }
    String user = users.getOrDefault(context, "");
    PageWatch watch = watches.get(user);
    if (watch == null) {
      return;
    }
    boolean window = about.path("parent").isNull() || about.path("parent").isMissingNode();
    switch (event) {
      case "browsingContext.contextCreated" -> {
        if (window) {
          watch.opened(context);
        }
      }
      case "browsingContext.contextDestroyed" -> {
        users.remove(context);
        watch.closed(context);
      }
      case "log.entryAdded" -> watch.logged(about);
      case "network.beforeRequestSent" -> watch.asked(about);
      case "network.responseCompleted", "network.fetchError" -> watch.answered(about);
      default -> LOG.debug("An event that nobody asked for: {}", event);
    }
  }

  boolean isGone() {
    return bidi.isGone();
  }

  /** Whether the program itself answers, whatever its pages do. */
  boolean answers() {
    try {
      bidi.command("session.status", Map.of(), ALIVE);
      return true;
    } catch (BrowserException silent) {
      return false;
    }
  }

  /** Ends the program without asking it, as something in it does not answer. */
  void abandon() {
    bidi.close();
    Thread.ofVirtual()
        .start(() -> {
          BrowserPrograms.kill(profile);
          session.end();
          BrowserPrograms.removeFolder(profile);
        });
  }

  Browser openContext() {
    String user =
        bidi.command("browser.createUserContext", Map.of(), LIMIT).path("userContext").asText();
    PageWatch watch = new PageWatch();
    watches.put(user, watch);
    JsonNode tab =
        bidi.command("browsingContext.create", Map.of("type", "tab", "userContext", user), LIMIT);
    String handle = tab.path("context").asText();
    resize(handle, setup.width(), setup.height());
    return new ClassicBrowser(session, handle, new Host(this, watch), () -> removeContext(user));
  }

  /** Makes the page's area of a window so large. */
  void resize(String window, int width, int height) {
    bidi.command(
        "browsingContext.setViewport",
        Map.of("context", window, "viewport", Map.of("width", width, "height", height)),
        LIMIT);
  }

  /** Comes back when every event that was on its way before has arrived. */
  void settle() {
    bidi.command("session.status", Map.of(), LIMIT);
  }

  /** The second connection of one case: its program, and what its pages do. */
  record Host(HostBrowser program, PageWatch watch) {}

  /** In the background: the next case does not wait for it. */
  private void removeContext(String user) {
    Thread.ofVirtual()
        .start(() -> {
          try {
            watches.remove(user);
            bidi.command("browser.removeUserContext", Map.of("userContext", user), LIMIT);
          } catch (BrowserException gone) {
            LOG.debug("A user context was gone before it was removed", gone);
          }
        });
  }

  @Override
  public void close() {
    bidi.close();
    session.end();
    BrowserPrograms.removeFolder(profile);
  }
}
