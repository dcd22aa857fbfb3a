package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.bidi.events.ContextEvents;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.wire.WebDriverError;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Takes out of a user context what a case left in it, beside the next case. What stays are the
 * scripts, styles, fonts and pictures in the browser's cache and the process with their compiled
 * code, so that a case begins in a fresh state and a warm browser. The process stays with the
 * window, or with one that its page opened; one that we open has a new one.
 */
final class ContextWiping {
  private static final Logger LOG = LoggerFactory.getLogger(ContextWiping.class);

  private final BrowserConfig config;
  private final BrowserProgram program;
  private final EventRouter router;
  private final UserContext used;
  private final BiDiTab tab;
  private final PageAsker page;
  private final Duration limit;

  /**
   * @param tab where the case was last
   * @param limit how long it may take
   */
  ContextWiping(
      BrowserConfig config, EventRouter router, UserContext used, BiDiTab tab, Duration limit) {
    this.limit = limit;
    this.config = config;
    this.program = tab.program();
    this.router = router;
    this.used = used;
    this.tab = tab;
    this.page = new PageAsker(tab);
  }

  /** The same user context for the next case; nothing where it has to go. */
  Optional<UserContext> wiped() {
    tab.within(limit);
    tab.leaveFrames();
    try {
      requireWipeable(used.events());
      closeDialogs();
      closeOtherWindows();
      ContextEvents next = new ContextEvents();
      String window =
          program.kind() == BrowserProgram.Kind.CHROME ? inTheSameWindow(next) : inANewWindow(next);
      emptyDownloads();
      // What was answered last is known by now.
      requireWipeable(used.events());
      requireWipeable(next);
      return Optional.of(new UserContext(used.id(), next, window, used.downloads()));
    } catch (BrowserException | WebDriverError | IOException failed) {
      LOG.debug("A user context is not used again, as it could not be wiped", failed);
      return Optional.empty();
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    }
  }

  private static void requireWipeable(ContextEvents events) {
    Optional<String> reason = events.beyondWiping();
    if (reason.isPresent()) {
      throw new BrowserException(Kind.PAGE, reason.get());
    }
  }

  private void closeDialogs() {
    for (String window : used.events().windows()) {
      if (used.events().prompt(window).isPresent()) {
        tab.send("browsingContext.handleUserPrompt", Map.of("context", window, "accept", false));
        used.events().promptHandled(window);
      }
    }
  }

  private void closeOtherWindows() {
    for (String window : used.events().windows()) {
      if (!window.equals(tab.window())) {
        tab.send("browsingContext.close", Map.of("context", window));
      }
    }
  }

  /** Deletes what every site that was shown keeps, each from an empty page of it. */
  private void clearStorage() {
    EmptyPages pages = new EmptyPages(tab);
    List<String> origins = used.events().origins();
    for (String origin : origins) {
      pages.show(origin);
      clearStorageOf(origin);
    }
    if (origins.isEmpty()) {
      pages.leave();
    }
  }

  /** Deletes what a site keeps from a document of it. */
  private void clearStorageOf(String origin) {
    JsonNode answer = page.call(PageScripts.CLEAR, List.of());
    if (!answer.path("result").path("value").asBoolean()) {
      throw new BrowserException(
          Kind.PAGE, "Not all of what " + origin + " keeps could be deleted.");
    }
  }

  private void deleteCookies() {
    new BiDiCookies(tab, used.id()).deleteAll();
  }

  private void emptyDownloads() throws IOException {
    if (used.downloads().isEmpty()) {
      return;
    }
    try (DirectoryStream<Path> files = Files.newDirectoryStream(used.downloads().get())) {
      for (Path file : files) {
        Files.delete(file);
      }
    }
  }

  /** Chromium forgets a window's history on wish, which costs far less than another window. */
  private String inTheSameWindow(ContextEvents next) throws InterruptedException {
    String window = tab.window();
    if (showsAllThatWasShown()) {
      // The empty document is of the site whose page went to it.
      goToEmptyDocument(next);
      String origin = used.events().origins().get(0);
      clearStorageOf(origin);
      devTools(
          "Storage.clearDataForOrigin",
          Map.of("origin", origin, "storageTypes", "service_workers"));
    } else {
      clearStorage();
      goToEmptyDocument(next);
    }
    deleteCookies();
    tab.send("input.releaseActions", Map.of("context", window));
    // Where it rests, the next page would be told of it.
    devTools("Input.dispatchMouseEvent", Map.of("type", "mouseMoved", "x", -1, "y", -1));
    if (tab.isResized()) {
      tab.resize(config.width(), config.height());
    }
    devTools("Page.resetNavigationHistory", Map.of());
    return window;
  }

  /** What BiDi has no command for. */
  private void devTools(String method, Map<String, ?> parameters) {
    String session =
        tab.send("goog:cdp.getSession", Map.of("context", tab.window())).path("session").asText();
    tab.send(
        "goog:cdp.sendCommand", Map.of("method", method, "params", parameters, "session", session));
  }

  /** Whether the window's page is of the only site that was shown. */
  private boolean showsAllThatWasShown() {
    List<String> origins = used.events().origins();
    if (origins.size() != 1 || used.events().isNavigating(tab.window())) {
      return false;
    }
    JsonNode origin = page.call("() => self.origin", List.of());
    return origin.path("result").path("value").asText().equals(origins.get(0));
  }

  /** What a page goes to by itself stays in its process. */
  private void goToEmptyDocument(ContextEvents next) throws InterruptedException {
    next.opened(tab.window());
    router.add(used.id(), next);
    page.call("() => { location.replace('about:blank'); }", List.of());
    if (!next.awaitDocument(tab.window(), tab.left())) {
      throw new BrowserException(Kind.PAGE, "The wiped window did not leave its page.");
    }
  }

  private String inANewWindow(ContextEvents next) throws InterruptedException {
    clearStorage();
    // The window that asks for it has to be there until that is answered.
    deleteCookies();
    router.add(used.id(), next);
    page.call("() => { window.open('about:blank'); }", List.of());
    next.awaitWindows(List.of(), tab.left());
    List<String> opened = next.windows();
    if (opened.size() != 1) {
      throw new BrowserException(Kind.PAGE, "The wiped window did not open another one.");
    }
    tab.send("browsingContext.close", Map.of("context", tab.window()));
    return opened.get(0);
  }
}
