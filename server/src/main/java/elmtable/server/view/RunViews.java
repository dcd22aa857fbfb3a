package elmtable.server.view;

import elmtable.server.message.RunMessages.LeftFixtureView;
import elmtable.server.message.RunMessages.RunCaseView;
import elmtable.server.message.RunMessages.RunCasesView;
import elmtable.server.message.RunMessages.RunDetailView;
import elmtable.server.message.RunMessages.RunSetUpView;
import elmtable.server.message.RunMessages.RunView;
import elmtable.server.message.RunMessages.SuiteCountsView;
import elmtable.server.store.RunStore.CasePage;
import elmtable.server.store.RunStore.LeftFixture;
import elmtable.server.store.RunStore.StoredCase;
import elmtable.server.store.RunStore.StoredRun;
import elmtable.server.store.RunStore.StoredSetUp;
import elmtable.server.store.RunStore.SuiteCounts;
import java.util.List;

/** Makes of stored runs what their station shows. */
public final class RunViews {
  private RunViews() {}

  public static RunView of(StoredRun run, boolean paused) {
    return new RunView(
        run.id(),
        run.title(),
        run.environment(),
        run.browser(),
        run.workers(),
        run.seed(),
        run.started(),
        Absent.ifEmpty(run.finished()),
        run.state(),
        paused ? true : null,
        run.counts(),
        run.total());
  }

  public static RunCaseView of(StoredCase stored) {
    return new RunCaseView(
        stored.number(),
        stored.identity(),
        stored.name(),
        stored.suite(),
        stored.document(),
        stored.line(),
        stored.row(),
        stored.values(),
        stored.tags(),
        stored.outcome(),
        stored.millis(),
        stored.failure());
  }

  public static RunDetailView of(
      RunView run, List<SuiteCounts> suites, List<StoredSetUp> setUps, List<LeftFixture> left) {
    return new RunDetailView(
        run,
        suites.stream()
            .map(one -> new SuiteCountsView(one.suite(), one.total(), one.counts()))
            .toList(),
        setUps.stream().map(RunViews::of).toList(),
        left.stream()
            .map(each -> new LeftFixtureView(each.number(), each.name(), each.gave()))
            .toList());
  }

  private static RunSetUpView of(StoredSetUp setUp) {
    return new RunSetUpView(
        setUp.name(),
        setUp.scope(),
        setUp.kept(),
        setUp.setUpIn() == 0 ? null : setUp.setUpIn(),
        setUp.times(),
        setUp.times() * setUp.millis());
  }

  /** {@code from} is how many stand before the page. */
  public static RunCasesView of(CasePage page, long from) {
    return new RunCasesView(page.total(), from, page.cases().stream().map(RunViews::of).toList());
  }
}
