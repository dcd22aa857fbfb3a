package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Credentials;
import elmtable.browser.Network;
import elmtable.browser.Scripts;
import elmtable.webdriver.bidi.events.Interruption;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Scripts in the page's own realm, its console, and what it asks of the network. */
final class BiDiScripts implements Scripts, Network {
  private final BiDiTab tab;

  BiDiScripts(BiDiTab tab) {
    this.tab = tab;
  }

  @Override
  public Object run(String script) {
    tab.requireNoDialog();
    Object result = call("function () {\n" + script + "\n}", tab.context());
    tab.acted();
    return result;
  }

  /**
   * Calls a function without arguments in a page's own realm; see {@link RemoteValue}. Null where
   * the page was left meanwhile or a dialog opened.
   */
  Object call(String function, String context) {
    try {
      BiDiTab.Reply reply =
          tab.send(
              context,
              "script.callFunction",
              Map.of(
                  "functionDeclaration",
                  function,
                  "awaitPromise",
                  true,
                  "target",
                  Map.of("context", context)),
              tab.left(),
              EnumSet.allOf(Interruption.class));
      // A script that opens a dialog or leaves the page has done what it does.
      return reply.isInterrupted() ? null : result(reply.answer());
    } catch (WebDriverError error) {
      if (BiDiTab.isOfLeftPage(error)) {
        return null;
      }
      throw tab.failure(error);
    }
  }

  /** What the page has set off so far is known once it answers: answers do not overtake events. */
  private void settle() {
    if (tab.events().prompt(tab.window()).isEmpty()) {
      call("() => null", tab.window());
    }
  }

  private static Object result(JsonNode answer) {
    if (answer.path("type").asText().equals("exception")) {
      String reason = answer.path("exceptionDetails").path("text").asText();
      throw new BrowserException(
          Kind.PAGE, "The script failed: " + reason.lines().findFirst().orElse("without a reason"));
    }
    return RemoteValue.read(answer.path("result"));
  }

  @Override
  public List<String> consoleErrors() {
    settle();
    return tab.events().errors();
  }

  @Override
  public void authenticate(Optional<Credentials> credentials) {
    if (credentials.isPresent()) {
      tab.program().holdUpAuthentication();
    }
    tab.events().authentication().use(credentials);
  }

  @Override
  public List<String> awaitQuiet(Duration limit) {
    settle();
    try {
      return tab.events().awaitQuiet(limit);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }
}
