package elmtable.server.view;

import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.message.RunMessages.EvidenceView;
import elmtable.server.message.RunMessages.SetUpUseView;
import elmtable.server.message.RunMessages.StepRunView;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * The steps of a case's last attempt as a tree, built as events come. A loop may have a hundred
 * thousand steps: of the steps inside one other, only the first and the last ones are held, and
 * those between that did not pass; the rest is read page by page.
 */
public final class StepTree {
  /** How many are held at either end, and how many between that did not pass. */
  static final int HELD = 100;

  private final int top;
  private final Page page;
  private final Map<Integer, Node> nodes = new HashMap<>();
  private Siblings roots;
  private Instant begun = Instant.EPOCH;

  /** All of a case, with gaps in what is long. */
  public StepTree() {
    this(0, null);
  }

  private StepTree(int top, Page page) {
    this.top = top;
    this.page = page;
    this.roots = new Siblings(page);
  }

  /**
   * Some of the steps inside another one.
   *
   * @param parent its number; 0 for the case itself
   * @param from how many of them stand before these
   * @param limit how many there are at most
   */
  public static StepTree page(int parent, int from, int limit) {
    return new StepTree(parent, new Page(from, limit));
  }

  private record Page(int from, int limit) {
    private boolean holds(int place) {
      return place >= from && place - from < limit;
    }
  }

  private static final class Node {
    private final RunEvent.StepStarted started;
    private final int place;
    private final Integer number;
    private final Siblings inner = new Siblings(null);
    private final List<String> log = new ArrayList<>();
    private final List<EvidenceView> evidence = new ArrayList<>();
    private RunEvent.StepFinished finished;
    private RunEvent.SetUpUsed setUp;

    private Node(RunEvent.StepStarted started, int place, Integer number) {
      this.started = started;
      this.place = place;
      this.number = number;
    }

    private boolean isBad() {
      return finished != null
          && (finished.outcome() == Outcome.FAILED || finished.outcome() == Outcome.ERROR);
    }
  }

  /** Steps inside one other. */
  private static final class Siblings {
    private final Page page;
    private final List<Node> first = new ArrayList<>();
    private final List<Node> bad = new ArrayList<>();
    private final Deque<Node> last = new ArrayDeque<>();
    private int count;
    private int numbered;

    private Siblings(Page page) {
      this.page = page;
    }

    /** Gives the node, or null where it is not held; what is let go for it leaves {@code held}. */
    private Node add(RunEvent.StepStarted started, Map<Integer, Node> held) {
      int place = count++;
      Integer number = started.phase().equals("steps") ? ++numbered : null;
      if (page != null && !page.holds(place)) {
        return null;
      }
      Node node = new Node(started, place, number);
      if (page != null || first.size() < HELD) {
        first.add(node);
        return node;
      }
      last.add(node);
      if (last.size() > HELD) {
        release(last.removeFirst(), held);
      }
      return node;
    }

    private void release(Node node, Map<Integer, Node> held) {
      if (node.isBad() && bad.size() < HELD) {
        bad.add(node);
      } else {
        forget(node, held);
      }
    }

    private static void forget(Node node, Map<Integer, Node> held) {
      held.remove(node.started.step());
      node.inner.held().forEach(inner -> forget(inner, held));
    }

    private Stream<Node> held() {
      return Stream.of(first, bad, last).flatMap(part -> part.stream());
    }
  }

  /** Events of one case, in their order. */
  public void add(RunEvent event) {
    switch (event) {
      case RunEvent.CaseStarted started -> {
        nodes.clear();
        roots = new Siblings(page);
        begun = started.at();
      }
      case RunEvent.StepStarted started -> start(started);
      case RunEvent.StepFinished finished ->
          with(finished.step(), node -> node.finished = finished);
      case RunEvent.Logged logged -> with(logged.step(), node -> node.log.add(logged.text()));
      case RunEvent.SetUpUsed used -> with(used.step(), node -> node.setUp = used);
      case RunEvent.EvidenceKept kept ->
          with(
              kept.step(),
              node -> node.evidence.add(new EvidenceView(kept.kind(), kept.file(), kept.note())));
      case RunEvent.RunStarted ignored -> {}
      case RunEvent.CasesPlanned ignored -> {}
      case RunEvent.TearDownDue ignored -> {}
      case RunEvent.CaseFinished ignored -> {}
      case RunEvent.RunFinished ignored -> {}
    }
  }

  private void start(RunEvent.StepStarted started) {
    Siblings siblings = siblings(started.parent());
    Node node = siblings == null ? null : siblings.add(started, nodes);
    if (node != null) {
      nodes.put(started.step(), node);
    }
  }

  private Siblings siblings(int parent) {
    if (parent == top) {
      return roots;
    }
    Node node = nodes.get(parent);
    return node == null ? null : node.inner;
  }

  private void with(int step, Consumer<Node> change) {
    Node node = nodes.get(step);
    if (node != null) {
      change.accept(node);
    }
  }

  /** How many steps there are at the top, held or not. */
  public int count() {
    return roots.count;
  }

  /** The steps at the top that are held, with what is held of those inside them. */
  public List<StepRunView> roots() {
    return view(roots);
  }

  private List<StepRunView> view(Siblings siblings) {
    return siblings.held().map(this::view).toList();
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
        node.place,
        node.number,
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
        node.inner.count,
        view(node.inner));
  }
}
