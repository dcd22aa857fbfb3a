package elmtable.webdriver.bidi;

import elmtable.browser.BrowserException;
import elmtable.webdriver.wire.WebDriverError;
import java.util.List;
import java.util.Map;

/**
 * Empty pages of sites, in which what those keep can be reached. The site's server is never asked:
 * the request is answered here.
 */
final class EmptyPages {
  private static final String PATH = "/.elm-table-empty-page";

  private final BiDiTab tab;

  EmptyPages(BiDiTab tab) {
    this.tab = tab;
  }

  /** Shows an empty page of an origin in the tab's window. */
  void show(String origin) {
    String address = origin + PATH;
    String intercept =
        tab.command(
                "network.addIntercept",
                Map.of(
                    "phases",
                    List.of("beforeRequestSent"),
                    "contexts",
                    List.of(tab.window()),
                    "urlPatterns",
                    List.of(Map.of("type", "string", "pattern", address))))
            .path("intercept")
            .asText();
    try {
      tab.events().answerEmpty(address);
      navigate(address);
    } finally {
      tab.events().answerEmpty(null);
      tab.command("network.removeIntercept", Map.of("intercept", intercept));
    }
  }

  /** Shows a page of no site. */
  void leave() {
    navigate("about:blank");
  }

  private void navigate(String address) {
    try {
      tab.load(
          "browsingContext.navigate",
          Map.of("context", tab.window(), "url", address, "wait", "complete"));
    } catch (WebDriverError error) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "What sites keep could not be reached: " + error.getMessage(),
          error);
    }
  }
}
