package elmtable.run;

import elmtable.browser.Browser;
import elmtable.project.Project;
import elmtable.run.browsers.MissingBrowsers;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.RunListener;
import elmtable.run.request.RunRequest;
import java.util.List;

/** Starts runs. */
public final class Runner {
  /** Makes the launcher of a run's browsers, which the run closes at its end. */
  @FunctionalInterface
  public interface Launchers {
    Browser.Launcher make();
  }

  private final Launchers launchers;
  private final MissingBrowsers missing;

  public Runner(Launchers launchers) {
    this.launchers = launchers;
    this.missing = new MissingBrowsers(launchers::make);
  }

  /** A sentence for each of these browsers that cannot be opened here, with the remedy. */
  public List<String> missing(Project project, List<String> browsers) {
    return missing.of(project, browsers);
  }

  /**
   * Starts a run and returns at once; listeners receive all its events, from one thread at a time.
   */
  public RunHandle start(RunRequest request, EvidenceKeeper evidence, List<RunListener> listeners) {
    Run run = new Run(request, launchers, evidence, listeners);
    Thread.ofPlatform().name("run " + request.id()).start(run::execute);
    return run;
  }
}
