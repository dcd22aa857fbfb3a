package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Credentials;
import elmtable.browser.Network;
import elmtable.browser.Scripts;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** Scripts over the classic protocol, which tells nothing of console and network. */
final class ClassicScripts implements Scripts, Network {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final ClassicTab tab;

  ClassicScripts(ClassicTab tab) {
    this.tab = tab;
  }

  @Override
  public Object run(String script) {
    try {
      return JSON.convertValue(tab.script(script, List.of()), Object.class);
    } catch (WebDriverError error) {
      throw error.is("javascript error")
          ? new BrowserException(Kind.PAGE, "The script failed: " + firstLine(error), error)
          : tab.failure(error);
    }
  }

  private static String firstLine(WebDriverError error) {
    return error.getMessage().lines().findFirst().orElse("without a reason");
  }

  @Override
  public List<String> consoleErrors() {
    throw untold("what pages report to the console");
  }

  @Override
  public List<String> awaitQuiet(Duration limit) {
    throw untold("what pages ask of the network");
  }

  @Override
  public void authenticate(Optional<Credentials> credentials) {
    if (credentials.isPresent()) {
      throw new BrowserException(
          Kind.PAGE,
          "This browser cannot answer basic authentication with “http user” and “http password”;"
              + " one that speaks BiDi does.");
    }
  }

  private static BrowserException untold(String what) {
    return new BrowserException(
        Kind.PAGE, "This browser does not tell " + what + "; one that speaks BiDi does.");
  }
}
