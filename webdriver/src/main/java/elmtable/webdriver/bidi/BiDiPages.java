package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Observation;
import elmtable.browser.Pages;
import elmtable.text.Origins;
import elmtable.webdriver.bidi.events.Authentication;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Pages, over BiDi. */
final class BiDiPages implements Pages {
  private static final Pattern ADDRESS = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:\\S+");

  /** How the browsers name what went wrong. */
  private static final Pattern CODE =
      Pattern.compile(
          "net::(ERR_[A-Z_]+)|(NS_ERROR_[A-Z_]+)|about:neterror\\?e=(\\w+)|Error: (\\w+)");

  private static final String SOURCE =
      "() => (document.doctype ? new XMLSerializer().serializeToString(document.doctype) : '')"
          + " + document.documentElement.outerHTML";

  private final BiDiTab tab;
  private final BiDiWaiting waiting;
  private final BiDiScripts scripts;

  private final Optional<UserContextEmulation> position;

  BiDiPages(BiDiTab tab, BiDiWaiting waiting, Optional<UserContextEmulation> position) {
    this.position = position;
    this.tab = tab;
    this.waiting = waiting;
    this.scripts = new BiDiScripts(tab);
  }

  @Override
  public void goTo(String address) {
    if (!ADDRESS.matcher(address).matches()) {
      throw new BrowserException(Kind.PAGE, "“" + address + "” is not an address.");
    }
    position.ifPresent(emulation -> Origins.of(address).ifPresent(emulation::allowPosition));
    tab.events().authentication().begin(tab.window());
    try {
      tab.load(
          "browsingContext.navigate",
          Map.of("context", tab.window(), "url", address, "wait", "complete"));
    } catch (WebDriverError error) {
      requireAuthentication();
      if (error.getMessage().contains("ERR_ABORTED")) {
        // A download, or an answer without content: the page stays, unless it crashed.
        tab.requireAlive();
        return;
      }
      Matcher code = CODE.matcher(error.getMessage());
      if (!code.find() || error.getMessage().contains("crash")) {
        throw tab.failure(error);
      }
      String reason =
          error.getMessage().contains("ERR_INVALID_AUTH_CREDENTIALS")
              ? Authentication.missing(address)
              : "Nothing answers at " + address + " (" + first(code) + ").";
      throw new BrowserException(Kind.PAGE, reason, error);
    }
    requireAuthentication();
  }

  /** A site that asks who is there, and is not told what it takes, shows nothing of use. */
  private void requireAuthentication() {
    tab.events()
        .authentication()
        .refused(tab.window())
        .ifPresent(reason -> {
          throw new BrowserException(Kind.PAGE, reason);
        });
  }

  private static String first(Matcher code) {
    for (int i = 1; i <= code.groupCount(); i++) {
      if (code.group(i) != null) {
        return code.group(i);
      }
    }
    return "no reason given";
  }

  @Override
  public void reload() {
    try {
      tab.load("browsingContext.reload", Map.of("context", tab.window(), "wait", "complete"));
    } catch (WebDriverError error) {
      throw tab.failure(error);
    }
  }

  @Override
  public void goBack() {
    traverse(-1, "There is no page to go back to.");
  }

  @Override
  public void goForward() {
    traverse(1, "There is no page to go forward to.");
  }

  private void traverse(int delta, String none) {
    try {
      tab.load("browsingContext.traverseHistory", Map.of("context", tab.window(), "delta", delta));
    } catch (WebDriverError error) {
      throw error.is("no such history entry")
          ? new BrowserException(Kind.PAGE, none, error)
          : tab.failure(error);
    }
    tab.acted();
  }

  @Override
  public String address() {
    waiting.settled();
    JsonNode tree =
        tab.command("browsingContext.getTree", Map.of("root", tab.window(), "maxDepth", 0));
    return tree.path("contexts").path(0).path("url").asText();
  }

  @Override
  public String title() {
    waiting.settled();
    tab.requireNoDialog();
    return Objects.toString(scripts.call("() => document.title", tab.window()), "");
  }

  @Override
  public Observation awaitAddress(String address, Duration limit) {
    return waiting.observePage("address", address, limit);
  }

  @Override
  public Observation awaitAddressStart(String start, Duration limit) {
    return waiting.observePage("addressstart", start, limit);
  }

  @Override
  public Observation awaitTitle(String title, Duration limit) {
    return waiting.observePage("title", title, limit);
  }

  @Override
  public String source() {
    tab.requireNoDialog();
    return Objects.toString(scripts.call(SOURCE, tab.context()), "");
  }
}
