package elmtable.webdriver.remote;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** The remote ends of a run; workers share what sessions each may have. */
public final class RemoteEnds {
  private final Map<BrowserConfig.Remote, RemoteEnd> ends = new ConcurrentHashMap<>();

  /** One worker's browsers at the remote end that a browser block names. */
  public Browser.Pool pool(BrowserConfig config) {
    BrowserConfig.Remote remote = config.remote().orElseThrow();
    return new RemotePool(ends.computeIfAbsent(remote, RemoteEnd::new), config);
  }

  /** Why the remote end that a browser block names cannot be used now. */
  public Optional<String> missing(BrowserConfig config) {
    return new RemoteEnd(config.remote().orElseThrow()).missing();
  }
}
