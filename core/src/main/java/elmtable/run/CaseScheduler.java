package elmtable.run;

import elmtable.block.Isolation;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Expansion;
import elmtable.plan.RunTarget;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.run.event.Outcome;
import elmtable.run.event.Waiting;
import elmtable.run.request.CaseOnTarget;
import elmtable.run.request.NumberedCase;
import elmtable.run.request.RunRequest;
import elmtable.run.scope.Scopes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.PriorityQueue;
import java.util.Queue;
import java.util.Set;
import java.util.function.Consumer;

/**
 * The cases of a run in lanes: those of one lane run one after another, lanes side by side, those
 * that took longest before first. A case that comes after others waits for all their executable
 * cases with the same environment and browser. Executable cases are read as they are needed, and
 * told as they are read. Used by several workers at once.
 */
final class CaseScheduler {
  /**
   * A case to be run now.
   *
   * @param blocked why it cannot be run, or the empty text
   * @param more whether another case is likely to follow
   */
  record Next(NumberedCase numbered, String blocked, boolean more, Lane lane) {}

  private static final String STUCK =
      "What it comes after can itself only run later than this case.";

  private final Project project;
  private final Scopes scopes;
  private final Consumer<List<NumberedCase>> tell;
  private final List<Lane> lanes;
  private final Queue<Lane> ready =
      new PriorityQueue<>(
          Comparator.<Lane>comparingDouble(lane -> -lane.expected)
              .thenComparingInt(lane -> lane.order));
  private final Set<Lane> waiting = new LinkedHashSet<>();
  private final Map<CaseOnTarget, CaseGroup> groups = new HashMap<>();

  /** Those of one row, by its key, of cases that are waited for by row. */
  private final Map<CaseOnTarget, Map<String, CaseGroup>> rows = new HashMap<>();

  private int numbers;
  private int running;
  private boolean stopped;

  /**
   * @param tell hears of executable cases before they are given out
   */
  CaseScheduler(RunRequest request, Scopes scopes, Consumer<List<NumberedCase>> tell) {
    this.project = request.project();
    this.scopes = scopes;
    this.tell = tell;
    Map<String, Lane> byName = new LinkedHashMap<>();
    for (CasePlan plan : request.plan().cases()) {
      for (RunTarget target : targets(plan)) {
        add(new CaseSegment(plan, target, () -> ++numbers), byName);
      }
    }
    lanes = List.copyOf(byName.values());
    countRows(request);
    expect(request);
    lanes.forEach(this::offer);
  }

  /** Where a case of a plan runs; nowhere where it is out. */
  static List<RunTarget> targets(CasePlan plan) {
    return plan.isIn()
        ? plan.variants().stream()
            .flatMap(variant -> variant.targets().stream())
            .distinct()
            .toList()
        : List.of();
  }

  private void add(CaseSegment segment, Map<String, Lane> byName) {
    read(segment);
    if (segment.isEnded()) {
      return;
    }
    boolean parallel = isParallel(project, segment.entry(), segment.target());
    byName
        .computeIfAbsent(
            laneOf(segment.entry(), segment.target()), name -> new Lane(byName.size(), parallel))
        .segments
        .add(segment);
    groups.computeIfAbsent(segment.caseOnTarget(), target -> new CaseGroup()).add();
    scopes.expect(segment.entry(), segment.target());
  }

  private void read(CaseSegment segment) {
    List<NumberedCase> page = segment.read();
    if (!page.isEmpty()) {
      tell.accept(page);
    }
  }

  /** Whether the executable cases of a case run side by side. */
  static boolean isParallel(Project project, CaseEntry entry, RunTarget target) {
    return entry.isIndependent()
        && Scopes.isolation(project, entry, target.browser()) != Isolation.ROWS;
  }

  /** What tells the lane of a case from others. */
  static String laneOf(CaseEntry entry, RunTarget target) {
    String suite = String.join("\n", entry.path(), target.environment(), target.browser());
    return entry.isIndependent() ? suite + "\n" + entry.key() : suite;
  }

  /** What is waited for row by row is counted by row. */
  private void countRows(RunRequest request) {
    Set<CaseEntry> awaited = new LinkedHashSet<>();
    for (CasePlan plan : request.plan().cases()) {
      for (String name : plan.entry().after().names()) {
        project
            .index()
            .earlier(name, plan.entry())
            .filter(EarlierCase::byRow)
            .ifPresent(earlier -> awaited.add(earlier.entry()));
      }
    }
    for (CasePlan plan : request.plan().cases()) {
      if (plan.isIn() && awaited.contains(plan.entry())) {
        try (Expansion expansion = plan.expansion()) {
          expansion.forEachRemaining(executable ->
              rows.computeIfAbsent(CaseOnTarget.of(executable), target -> new HashMap<>())
                  .computeIfAbsent(executable.rowKey(), key -> new CaseGroup())
                  .add());
        }
      }
    }
  }

  /** A lane of which nothing is known is taken for one of middling length. */
  private void expect(RunRequest request) {
    for (Lane lane : lanes) {
      lane.expected =
          lane.segments.stream()
              .map(segment -> segment.expectedMillis(request.expected()))
              .filter(OptionalDouble::isPresent)
              .mapToDouble(OptionalDouble::getAsDouble)
              .sum();
    }
    double middling =
        lanes.stream()
            .mapToDouble(lane -> lane.expected)
            .filter(millis -> millis > 0)
            .average()
            .orElse(0);
    lanes.stream().filter(lane -> lane.expected == 0).forEach(lane -> lane.expected = middling);
  }

  /** Puts a lane where its next case has it: with those that can run, or that wait. */
  private void offer(Lane lane) {
    CaseSegment segment = lane.first();
    if (segment == null) {
      lane.state = Lane.State.ENDED;
      return;
    }
    CaseGroup unfinished =
        earlier(segment.first().executable()).stream()
            .filter(group -> !group.isOver())
            .findFirst()
            .orElse(null);
    lane.waitsFor = unfinished;
    if (unfinished == null) {
      lane.state = Lane.State.READY;
      ready.add(lane);
    } else {
      lane.state = Lane.State.WAITING;
      waiting.add(lane);
      unfinished.await(lane);
    }
  }

  /**
   * The next case to run, waiting for one where all that are left depend on running ones; nothing
   * when there is none left.
   *
   * @param stop whether nothing is read or waited for any more
   */
  synchronized Optional<Next> take(boolean stop) throws InterruptedException {
    while (true) {
      // A stop may come while a worker waits here.
      if (stop || stopped) {
        return takeOfRest();
      }
      Lane lane = ready.poll();
      if (lane != null) {
        return Optional.of(taken(lane, ""));
      }
      if (running == 0 && !waiting.isEmpty()) {
        // Each waits for one behind another: the first gives way, so that the rest can run.
        Lane stuck = waiting.iterator().next();
        waiting.remove(stuck);
        return Optional.of(taken(stuck, STUCK));
      }
      if (running == 0) {
        return Optional.empty();
      }
      wait();
    }
  }

  /** After a stop: what was read already, so that each of it has its outcome. */
  private Optional<Next> takeOfRest() {
    if (!stopped) {
      stopped = true;
      lanes.forEach(lane -> lane.segments.forEach(CaseSegment::drop));
      notifyAll();
    }
    return lanes.stream()
        .filter(lane -> lane.parallel || lane.state != Lane.State.TAKEN)
        .filter(lane -> lane.first() != null)
        .findFirst()
        .map(lane -> taken(lane, ""));
  }

  private Next taken(Lane lane, String stuck) {
    CaseSegment segment = lane.first();
    NumberedCase numbered = segment.take();
    String blocked = stuck.isEmpty() ? blocked(numbered.executable()) : stuck;
    if (segment.needsPage()) {
      read(segment);
    }
    running++;
    if (!segment.isEnded()) {
      groups.get(segment.caseOnTarget()).add();
      scopes.expect(segment.entry(), segment.target());
    }
    lane.state = Lane.State.TAKEN;
    boolean more = lane.first() != null || !ready.isEmpty() || !waiting.isEmpty();
    if (lane.parallel && !stopped) {
      offer(lane);
      notifyAll();
    }
    return new Next(numbered, blocked, more, lane);
  }

  private String blocked(ExecutableCase executable) {
    return earlier(executable).stream()
        .map(group -> group.notPassed)
        .filter(name -> !name.isEmpty())
        .findFirst()
        .map(Waiting::after)
        .orElse("");
  }

  private List<CaseGroup> earlier(ExecutableCase executable) {
    List<CaseGroup> earlier = new ArrayList<>();
    for (String name : executable.entry().after().names()) {
      project
          .index()
          .earlier(name, executable.entry())
          .map(found -> group(found, executable))
          .ifPresent(earlier::add);
    }
    return earlier;
  }

  /** Null where nothing of the earlier case is in the run. */
  private CaseGroup group(EarlierCase earlier, ExecutableCase later) {
    CaseOnTarget target = CaseOnTarget.of(earlier.entry(), later.environment(), later.browser());
    return earlier.byRow()
        ? rows.getOrDefault(target, Map.of()).get(later.rowKey())
        : groups.get(target);
  }

  synchronized void done(Next next, Outcome outcome) {
    ExecutableCase executable = next.numbered().executable();
    CaseOnTarget target = CaseOnTarget.of(executable);
    running--;
    Lane lane = next.lane();
    if (!lane.parallel && !stopped) {
      offer(lane);
    } else if (stopped) {
      lane.state = Lane.State.READY;
    }
    ended(groups.get(target), executable, outcome);
    ended(rows.getOrDefault(target, Map.of()).get(executable.rowKey()), executable, outcome);
    notifyAll();
  }

  private void ended(CaseGroup group, ExecutableCase executable, Outcome outcome) {
    if (group == null) {
      return;
    }
    if (outcome != Outcome.PASSED && group.notPassed.isEmpty()) {
      group.notPassed = executable.name();
    }
    for (Lane lane : group.end()) {
      if (lane.state == Lane.State.WAITING && lane.waitsFor == group) {
        waiting.remove(lane);
        offer(lane);
      }
    }
  }

  /** Lets go of what it reads from. */
  synchronized void close() {
    lanes.forEach(lane -> lane.segments.forEach(CaseSegment::drop));
  }
}
