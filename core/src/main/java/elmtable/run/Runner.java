package elmtable.run;

import elmtable.browser.Browser;
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

  public Runner(Launchers launchers) {
    this.launchers = launchers;
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
