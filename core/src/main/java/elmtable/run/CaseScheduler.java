package elmtable.run;

import elmtable.block.Isolation;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.run.event.Outcome;
import elmtable.run.request.CaseOnTarget;
import elmtable.run.request.NumberedCase;
import elmtable.run.scope.Scopes;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The cases of a run in lanes: those of one lane run one after another, lanes side by side. A case
 * that comes after others waits for all their executable cases with the same environment and
 * browser. Used by several workers at once.
 */
final class CaseScheduler {
  /** One lane; {@code taken} while a worker runs a case of it. */
  private static final class Lane {
    final Deque<NumberedCase> waiting = new ArrayDeque<>();
    boolean taken;
  }

  /**
   * A case to be run now.
   *
   * @param blocked why it cannot be run, or the empty text
   * @param more whether another case is likely to follow
   */
  record Next(NumberedCase numbered, String blocked, boolean more, Lane lane) {}

  /** How the executable cases of one case in one setting stand. */
  private static final class Group {
    int unfinished;
    String notPassed = "";
  }

  private final Project project;
  private final List<Lane> lanes;
  private final Map<CaseOnTarget, Group> groups = new HashMap<>();

  /** Those of one row, by its key. */
  private final Map<CaseOnTarget, Map<String, Group>> rows = new HashMap<>();

  CaseScheduler(Project project, List<NumberedCase> cases) {
    this.project = project;
    Map<String, Lane> byName = new LinkedHashMap<>();
    for (NumberedCase numbered : cases) {
      byName.computeIfAbsent(laneOf(numbered), name -> new Lane()).waiting.add(numbered);
      groupsOf(numbered.executable()).forEach(group -> group.unfinished++);
    }
    lanes = new ArrayList<>(byName.values());
  }

  private String laneOf(NumberedCase numbered) {
    CaseEntry entry = numbered.executable().entry();
    ExecutableCase executable = numbered.executable();
    String suite = String.join("\n", entry.path(), executable.environment(), executable.browser());
    if (!entry.isIndependent()) {
      return suite;
    }
    boolean sharing = Scopes.isolation(project, executable) == Isolation.ROWS;
    return suite + "\n" + (sharing ? entry.key() : numbered.number());
  }

  /**
   * The next case to run, waiting for one where all that are left depend on running ones; nothing
   * when there is none left.
   *
   * @param stopped whether nothing is waited for any more
   */
  synchronized Optional<Next> take(boolean stopped) throws InterruptedException {
    while (true) {
      boolean running = false;
      Lane stuck = null;
      for (Lane lane : lanes) {
        running |= lane.taken;
        if (lane.taken || lane.waiting.isEmpty()) {
          continue;
        }
        ExecutableCase first = lane.waiting.peek().executable();
        if (stopped || isReady(first)) {
          return Optional.of(taken(lane, blocked(first)));
        }
        stuck = stuck == null ? lane : stuck;
      }
      if (!running && stuck != null) {
        // Each waits for one behind another: the first gives way, so that the rest can run.
        return Optional.of(
            taken(stuck, "What it comes after can itself only run later than this case."));
      }
      if (!running) {
        return Optional.empty();
      }
      wait();
    }
  }

  private Next taken(Lane lane, String blocked) {
    lane.taken = true;
    NumberedCase numbered = lane.waiting.poll();
    boolean more = !lane.waiting.isEmpty() || lanes.stream().anyMatch(l -> !l.waiting.isEmpty());
    return new Next(numbered, blocked, more, lane);
  }

  private boolean isReady(ExecutableCase executable) {
    return earlier(executable).stream().allMatch(group -> group.unfinished == 0);
  }

  private String blocked(ExecutableCase executable) {
    return earlier(executable).stream()
        .map(group -> group.notPassed)
        .filter(name -> !name.isEmpty())
        .findFirst()
        .map(name -> "It comes after “" + name + "”, which did not pass.")
        .orElse("");
  }

  private Collection<Group> earlier(ExecutableCase executable) {
    List<Group> earlier = new ArrayList<>();
    for (String name : executable.entry().after()) {
      project
          .index()
          .earlier(name, executable.entry())
          .map(found -> group(found, executable))
          .ifPresent(earlier::add);
    }
    return earlier;
  }

  /** Null where nothing of the earlier case is in the run. */
  private Group group(EarlierCase earlier, ExecutableCase later) {
    CaseOnTarget target = CaseOnTarget.of(earlier.entry(), later);
    return earlier.byRow()
        ? rows.getOrDefault(target, Map.of()).get(later.rowKey())
        : groups.get(target);
  }

  /** The groups that an executable case belongs to, made where they are not there. */
  private List<Group> groupsOf(ExecutableCase executable) {
    CaseOnTarget target = CaseOnTarget.of(executable);
    return List.of(
        groups.computeIfAbsent(target, t -> new Group()),
        rows.computeIfAbsent(target, t -> new HashMap<>())
            .computeIfAbsent(executable.rowKey(), key -> new Group()));
  }

  synchronized void done(Next next, Outcome outcome) {
    ExecutableCase executable = next.numbered().executable();
    for (Group group : groupsOf(executable)) {
      group.unfinished--;
      if (outcome != Outcome.PASSED && group.notPassed.isEmpty()) {
        group.notPassed = executable.name();
      }
    }
    next.lane().taken = false;
    notifyAll();
  }
}
