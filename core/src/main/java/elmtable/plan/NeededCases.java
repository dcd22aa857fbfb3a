package elmtable.plan;

import elmtable.language.Document.LocatedBlock;
import elmtable.project.CaseEntry;
import elmtable.project.Project;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** Adds the cases that chosen ones come after. */
final class NeededCases {
  private final Project project;
  private final Planner planner;
  private final List<CasePlan> plans;
  private final Map<LocatedBlock, Integer> positions = new IdentityHashMap<>();

  NeededCases(Project project, Planner planner, List<CasePlan> plans) {
    this.project = project;
    this.planner = planner;
    this.plans = new ArrayList<>(plans);
    for (int i = 0; i < plans.size(); i++) {
      positions.put(plans.get(i).entry().located(), i);
    }
  }

  /** All cases in their order, needed ones in the place of the same cases that were out. */
  List<CasePlan> added() {
    Deque<CaseEntry> open = new ArrayDeque<>();
    plans.stream().filter(CasePlan::isIn).map(CasePlan::entry).forEach(open::add);
    while (!open.isEmpty()) {
      CaseEntry later = open.poll();
      for (String name : later.after()) {
        project
            .index()
            .caseNamed(name, later)
            .filter(earlier -> isAdded(earlier, later))
            .ifPresent(open::addFirst);
      }
    }
    return plans;
  }

  /** Adds a case where not all of it was in; false where nothing had to be added. */
  private boolean isAdded(CaseEntry earlier, CaseEntry later) {
    Integer position = positions.get(earlier.located());
    if (position == null) {
      return false;
    }
    CasePlan known = plans.get(position);
    if (known.isNeeded() || known.isIn() && known.isWhole() && planner.hasAllParts(known)) {
      return false;
    }
    CasePlan needed = planner.needed(earlier, later.name());
    if (needed.isIn()) {
      plans.set(position, needed);
    }
    return needed.isIn();
  }
}
