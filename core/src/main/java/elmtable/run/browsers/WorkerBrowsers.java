package elmtable.run.browsers;

import elmtable.browser.Browser;
import elmtable.run.request.RunRequest;
import elmtable.run.time.StopSignal;
import java.util.LinkedHashMap;
import java.util.Map;

/** A worker's browsers by the name of their {@code browser} block. */
public final class WorkerBrowsers implements AutoCloseable {
  private final RunRequest request;
  private final Browser.Launcher launcher;
  private final StopSignal stop;
  private final Map<String, PreparedBrowsers> supplies = new LinkedHashMap<>();

  public WorkerBrowsers(RunRequest request, Browser.Launcher launcher, StopSignal stop) {
    this.request = request;
    this.launcher = launcher;
    this.stop = stop;
  }

  public PreparedBrowsers of(String name) {
    return supplies.computeIfAbsent(
        name, n -> new PreparedBrowsers(launcher.pool(BrowserConfigs.of(request, n)), stop));
  }

  @Override
  public void close() {
    supplies.values().forEach(PreparedBrowsers::close);
  }
}
