package elmtable.plan;

import elmtable.project.CaseEntry;
import elmtable.project.Project;
import java.util.ArrayList;
import java.util.List;

/** Adds the cases that chosen ones come after. */
final class NeededCases {
  private final Project project;
  private final Planner planner;
  private final List<CasePlan> plans;

  NeededCases(Project project, Planner planner, List<CasePlan> plans) {
    this.project = project;
    this.planner = planner;
    this.plans = new ArrayList<>(plans);
  }

  /** All cases in their order, needed ones in the place of the same cases that were out. */
  List<CasePlan> added() {
    for (int i = 0; i < plans.size(); i++) {
      if (plans.get(i).isIn() && !plans.get(i).isNeeded()) {
        addFor(plans.get(i).entry());
      }
    }
    return plans;
  }

  private void addFor(CaseEntry later) {
    for (String name : later.after()) {
      project.index().caseNamed(name, later).ifPresent(earlier -> add(earlier, later));
    }
  }

  private void add(CaseEntry earlier, CaseEntry later) {
    int at = indexOf(earlier);
    if (at < 0) {
      return;
    }
    CasePlan known = plans.get(at);
    boolean whole =
        known.isIn()
            && known.identities() == CasePlan.ALL
            && known.rows().isAll()
            && planner.hasAllParts(known);
    if (whole || known.isNeeded()) {
      return;
    }
    CasePlan needed = planner.needed(earlier, later.name());
    if (needed.isIn()) {
      plans.set(at, needed);
      addFor(earlier);
    }
  }

  private int indexOf(CaseEntry entry) {
    for (int i = 0; i < plans.size(); i++) {
      if (plans.get(i).entry().placed() == entry.placed()) {
        return i;
      }
    }
    return -1;
  }
}
