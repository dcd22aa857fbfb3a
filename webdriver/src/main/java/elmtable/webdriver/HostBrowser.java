package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserFailure;
import java.time.Duration;
import java.util.Map;
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

  private final Session session;
  private final BiDi bidi;
  private final Browser.Setup setup;

  HostBrowser(Session session, String socket, Browser.Setup setup) {
    this.session = session;
    this.bidi = BiDi.connect(socket);
    this.setup = setup;
  }

  boolean isGone() {
    return bidi.isGone();
  }

  Browser openContext() {
    String user =
        bidi.command("browser.createUserContext", Map.of(), LIMIT).path("userContext").asText();
    JsonNode tab =
        bidi.command("browsingContext.create", Map.of("type", "tab", "userContext", user), LIMIT);
    String handle = tab.path("context").asText();
    bidi.command(
        "browsingContext.setViewport",
        Map.of(
            "context",
            handle,
            "viewport",
            Map.of("width", setup.width(), "height", setup.height())),
        LIMIT);
    return new ClassicBrowser(session, handle, () -> removeContext(user));
  }

  /** In the background: the next case does not wait for it. */
  private void removeContext(String user) {
    Thread.ofVirtual()
        .start(() -> {
          try {
            bidi.command("browser.removeUserContext", Map.of("userContext", user), LIMIT);
          } catch (BrowserFailure gone) {
            LOG.debug("A user context was gone before it was removed", gone);
          }
        });
  }

  @Override
  public void close() {
    bidi.close();
    session.end();
  }
}
