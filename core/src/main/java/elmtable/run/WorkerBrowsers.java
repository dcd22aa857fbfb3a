package elmtable.run;

import elmtable.browser.Browser;
import java.util.LinkedHashMap;
import java.util.Map;

/** A worker's browsers by the name of their {@code browser} block. */
final class WorkerBrowsers implements AutoCloseable {
  private final RunRequest request;
  private final Browser.Launcher launcher;
  private final StopSignal stop;
  private final Map<String, PreparedBrowsers> supplies = new LinkedHashMap<>();

  WorkerBrowsers(RunRequest request, Browser.Launcher launcher, StopSignal stop) {
    this.request = request;
    this.launcher = launcher;
    this.stop = stop;
  }

  PreparedBrowsers of(String name) {
    return supplies.computeIfAbsent(
        name, n -> new PreparedBrowsers(launcher.pool(BrowserConfigs.of(request, n)), stop));
  }

  @Override
  public void close() {
    supplies.values().forEach(PreparedBrowsers::close);
  }
}
