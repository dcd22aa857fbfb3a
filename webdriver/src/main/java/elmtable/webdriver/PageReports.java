package elmtable.webdriver;

import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Network;
import elmtable.browser.Scripts;
import java.time.Duration;
import java.util.List;

/** Scripts over the classic protocol; console and network over the second connection. */
final class PageReports implements Scripts, Network {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Tab tab;

  /** The second connection, or null. */
  private final HostBrowser.Host host;

  PageReports(Tab tab, HostBrowser.Host host) {
    this.tab = tab;
    this.host = host;
  }

  @Override
  public Object run(String script) {
    try {
      return JSON.convertValue(tab.script(script, List.of()), Object.class);
    } catch (WireError error) {
      throw error.is("javascript error")
          ? new BrowserException(Kind.PAGE, "The script failed: " + firstLine(error), error)
          : tab.failure(error);
    }
  }

  private static String firstLine(WireError error) {
    return error.getMessage().lines().findFirst().orElse("without a reason");
  }

  @Override
  public List<String> consoleErrors() {
    HostBrowser.Host second = second("what pages report to the console");
    second.program().settle();
    return second.watch().errors();
  }

  @Override
  public List<String> awaitQuiet(Duration limit) {
    HostBrowser.Host second = second("what pages ask of the network");
    second.program().settle();
    try {
      return second.watch().awaitQuiet(limit);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private HostBrowser.Host second(String what) {
    if (host == null) {
      throw new BrowserException(
          Kind.PAGE, "This browser does not tell " + what + "; one that speaks BiDi does.");
    }
    return host;
  }
}
