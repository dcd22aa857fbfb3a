package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.webdriver.wire.WebDriverError;
import elmtable.webdriver.wire.WebDriverHttp;
import java.time.Duration;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A session of the classic protocol. */
public final class ClassicSession {
  private static final Logger LOG = LoggerFactory.getLogger(ClassicSession.class);
  private static final Duration END = Duration.ofSeconds(10);
  private static final Duration ALIVE = Duration.ofSeconds(5);

  private final WebDriverHttp wire;
  private final String path;
  private final String description;

  public ClassicSession(WebDriverHttp wire, JsonNode created) {
    this.wire = wire;
    this.path = "/session/" + created.path("sessionId").asText();
    JsonNode capabilities = created.path("capabilities");
    this.description =
        capabilities.path("browserName").asText()
            + " "
            + capabilities.path("browserVersion").asText();
  }

  public String description() {
    return description;
  }

  JsonNode post(String command, Map<String, ?> body, Duration limit) {
    return wire.post(path + command, body, limit);
  }

  JsonNode get(String command, Duration limit) {
    return wire.get(path + command, limit);
  }

  JsonNode delete(String command, Duration limit) {
    return wire.delete(path + command, limit);
  }

  /** Whether the remote end still has the browser. */
  public boolean answers() {
    try {
      wire.get(path + "/timeouts", ALIVE);
      return true;
    } catch (WebDriverError | BrowserException gone) {
      LOG.debug("A session does not answer", gone);
      return false;
    }
  }

  /** Closes the browser; one that is gone already is not a problem. */
  public void end() {
    try {
      wire.delete(path, END);
    } catch (WebDriverError | BrowserException gone) {
      // The driver's watch removes what may be left of it.
      LOG.debug("A browser was gone before it was closed", gone);
    }
  }
}
