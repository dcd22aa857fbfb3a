package elmtable.server.view;

import elmtable.run.event.RunEvent;
import elmtable.server.message.RunMessages.EvidenceView;
import elmtable.server.message.RunMessages.LeftFixtureView;
import elmtable.server.message.RunMessages.RunCaseView;
import elmtable.server.message.RunMessages.RunCasesView;
import elmtable.server.message.RunMessages.RunDetailView;
import elmtable.server.message.RunMessages.RunSetUpView;
import elmtable.server.message.RunMessages.RunView;
import elmtable.server.message.RunMessages.SetUpUseView;
import elmtable.server.message.RunMessages.StepRunView;
import elmtable.server.message.RunMessages.SuiteCountsView;
import elmtable.server.store.RunStore.CasePage;
import elmtable.server.store.RunStore.LeftFixture;
import elmtable.server.store.RunStore.StoredCase;
import elmtable.server.store.RunStore.StoredRun;
import elmtable.server.store.RunStore.StoredSetUp;
import elmtable.server.store.RunStore.SuiteCounts;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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

  /** The steps of a case's last attempt as a tree. */
  public static List<StepRunView> tree(List<RunEvent> events) {
    StepTree tree = new StepTree();
    events.forEach(tree::add);
    return tree.roots();
  }

  /** Builds the tree as events come. */
  private static final class StepTree {
    private final Map<Integer, Node> nodes = new LinkedHashMap<>();
    private Instant begun = Instant.EPOCH;

    private static final class Node {
      private final RunEvent.StepStarted started;
      private RunEvent.StepFinished finished;
      private RunEvent.SetUpUsed setUp;
      private final List<String> log = new ArrayList<>();
      private final List<EvidenceView> evidence = new ArrayList<>();

      Node(RunEvent.StepStarted started) {
        this.started = started;
      }
    }

    void add(RunEvent event) {
      switch (event) {
        case RunEvent.CaseStarted started -> {
          nodes.clear();
          begun = started.at();
        }
        case RunEvent.StepStarted started -> nodes.put(started.step(), new Node(started));
        case RunEvent.StepFinished finished -> nodes.get(finished.step()).finished = finished;
        case RunEvent.Logged logged -> nodes.get(logged.step()).log.add(logged.text());
        case RunEvent.SetUpUsed used -> nodes.get(used.step()).setUp = used;
        case RunEvent.EvidenceKept kept ->
            nodes
                .get(kept.step())
                .evidence
                .add(new EvidenceView(kept.kind(), kept.file(), kept.note()));
        case RunEvent.RunStarted ignored -> {}
        case RunEvent.CasesPlanned ignored -> {}
        case RunEvent.TearDownDue ignored -> {}
        case RunEvent.CaseFinished ignored -> {}
        case RunEvent.RunFinished ignored -> {}
      }
    }

    List<StepRunView> roots() {
      return inside(0);
    }

    private List<StepRunView> inside(int parent) {
      return nodes.values().stream()
          .filter(node -> node.started.parent() == parent)
          .map(this::view)
          .toList();
    }

    private static SetUpUseView view(RunEvent.SetUpUsed used) {
      return new SetUpUseView(
          used.setUpIn() == 0 ? null : used.setUpIn(),
          used.scope(),
          used.kept(),
          used.times(),
          used.setUpMillis());
    }

    private StepRunView view(Node node) {
      RunEvent.StepStarted started = node.started;
      RunEvent.StepFinished done = node.finished;
      return new StepRunView(
          started.step(),
          started.phase(),
          started.keyword(),
          started.arguments(),
          started.document(),
          started.line(),
          Duration.between(begun, started.at()).toNanos() / 1e6,
          done == null ? 0 : done.millis(),
          done == null ? null : done.outcome(),
          done == null ? List.of() : done.resolved(),
          done == null ? List.of() : done.kept(),
          done == null ? null : done.failure(),
          done == null ? null : Absent.ifEmpty(done.reason()),
          node.log,
          node.setUp == null ? null : view(node.setUp),
          node.evidence,
          inside(started.step()));
    }
  }
}
