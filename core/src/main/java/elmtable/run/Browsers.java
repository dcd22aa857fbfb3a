package elmtable.run;

import elmtable.browser.Browser;
import elmtable.project.Project;
import java.util.LinkedHashMap;
import java.util.Map;

/** A worker's browsers by the name of their {@code browser} block. */
final class Browsers implements AutoCloseable {
  private final Project project;
  private final Browser.Launcher launcher;
  private final StopSignal stop;
  private final Map<String, BrowserSupply> supplies = new LinkedHashMap<>();

  Browsers(Project project, Browser.Launcher launcher, StopSignal stop) {
    this.project = project;
    this.launcher = launcher;
    this.stop = stop;
  }

  BrowserSupply of(String name) {
    return supplies.computeIfAbsent(
        name, n -> new BrowserSupply(launcher.lane(BrowserSetups.of(project, n)), stop));
  }

  @Override
  public void close() {
    supplies.values().forEach(BrowserSupply::close);
  }
}
