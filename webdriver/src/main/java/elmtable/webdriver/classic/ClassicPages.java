package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Observation;
import elmtable.browser.Pages;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Pages, over the classic protocol. */
final class ClassicPages implements Pages {
  private static final Logger LOG = LoggerFactory.getLogger(ClassicPages.class);
  private static final Pattern ADDRESS = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:\\S+");

  private final ClassicTab tab;
  private final ClassicWaiting waiting;

  ClassicPages(ClassicTab tab, ClassicWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public void goTo(String address) {
    if (!ADDRESS.matcher(address).matches()) {
      // The driver would hand it to the browser, which makes a search of it.
      throw new BrowserException(Kind.PAGE, "“" + address + "” is not an address.");
    }
    try {
      tab.load("/url", Map.of("url", address));
    } catch (WebDriverError error) {
      if (error.getMessage().contains("net::ERR_")) {
        String reason = error.getMessage().replaceAll(".*net::(ERR_[A-Z_]+).*", "$1");
        throw new BrowserException(
            Kind.PAGE, "Nothing answers at " + address + " (" + reason + ").", error);
      }
      throw tab.failure(error);
    }
    requireAnswer(address);
  }

  /**
   * In a user context the driver answers that all is well where the browser shows its own page of
   * an error.
   */
  private void requireAnswer(String address) {
    try {
      JsonNode shown =
          tab.script(
              "return document.URL + ' ' + (document.querySelector('.error-code')?.innerText ?? '');",
              List.of());
      if (shown.asText().startsWith("chrome-error:")) {
        String code = shown.asText().replaceFirst("^\\S+ ", "").strip();
        throw new BrowserException(
            Kind.PAGE,
            "Nothing answers at " + address + (code.isEmpty() ? "." : " (" + code + ")."));
      }
    } catch (WebDriverError dialogOrLeft) {
      // A page that opens a dialog or goes on to another at once did answer.
      LOG.debug("The page could not be asked for its address", dialogOrLeft);
    }
  }

  @Override
  public void reload() {
    tab.told(() -> tab.load("/refresh", Map.of()));
  }

  @Override
  public void goBack() {
    tab.told(() -> tab.load("/back", Map.of()));
  }

  @Override
  public void goForward() {
    tab.told(() -> tab.load("/forward", Map.of()));
  }

  @Override
  public String address() {
    return tab.read("/url").asText();
  }

  @Override
  public String title() {
    return tab.read("/title").asText();
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
    return tab.read("/source").asText();
  }
}
