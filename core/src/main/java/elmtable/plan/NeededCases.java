package elmtable.plan;

import elmtable.language.Document.LocatedBlock;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

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
    plans.stream().filter(NeededCases::runs).map(CasePlan::entry).forEach(open::add);
    while (!open.isEmpty()) {
      CaseEntry later = open.poll();
      for (String name : later.after().names()) {
        project
            .index()
            .earlier(name, later)
            .filter(earlier -> isAdded(earlier, later))
            .map(EarlierCase::entry)
            .ifPresent(open::addFirst);
      }
    }
    return plans;
  }

  /** A case is in, too, where none of the executable cases that were chosen is of it. */
  private static boolean runs(CasePlan plan) {
    return plan.isIn() && (plan.hasAllIdentities() || !plan.executables(1).isEmpty());
  }

  /** Adds what was not in of an earlier case; false where nothing had to be added. */
  private boolean isAdded(EarlierCase earlier, CaseEntry later) {
    Integer position = positions.get(earlier.entry().located());
    if (position == null) {
      return false;
    }
    CasePlan known = plans.get(position);
    boolean whole = known.isIn() && known.isWhole() && planner.hasAllParts(known);
    if (whole) {
      return false;
    }
    boolean byRow = earlier.byRow() && (!known.isIn() || known.hasAllIdentities());
    RowChoice rows = byRow ? neededRows(known, later) : RowChoice.ALL;
    if (byRow && rows.isAll() || known.isNeeded() && rows.equals(known.rows())) {
      return false;
    }
    CasePlan needed = planner.needed(earlier.entry(), later.name(), rows);
    if (needed.isIn()) {
      plans.set(position, needed);
    }
    return needed.isIn();
  }

  /** The rows of the earlier case that are in already, and those with the later one's keys. */
  private RowChoice neededRows(CasePlan earlier, CaseEntry later) {
    CasePlan plan = plans.get(positions.get(later.located()));
    Set<String> keys =
        RowKeys.of(
            plan.variants().stream().flatMap(variant -> variant.parts().stream()).toList(),
            plan.rows());
    return earlier.isIn() ? earlier.rows().with(keys) : RowChoice.ofKeys(keys);
  }
}
