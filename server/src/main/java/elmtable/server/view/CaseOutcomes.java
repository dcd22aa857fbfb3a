package elmtable.server.view;

import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.CaseEntry;
import elmtable.run.event.Outcome;
import java.util.Collection;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** For each case how many executable cases it has, and how they ended when they last ran. */
public final class CaseOutcomes {
  /** Of a case with more executable cases, its mark tells of the first ones. */
  private static final int MOST_OF_A_CASE = 2000;

  private final Map<Object, CasePlan> plans = new IdentityHashMap<>();
  private final Map<Object, Outcome> last = new IdentityHashMap<>();
  private final Plan plan;

  public CaseOutcomes(CheckedProject project, Map<String, Outcome> lastByIdentity) {
    plan = Planner.plan(project, Selection.everything());
    for (CasePlan casePlan : plan.cases()) {
      plans.put(casePlan.entry().located(), casePlan);
      List<Outcome> outcomes =
          casePlan.executables(MOST_OF_A_CASE).stream()
              .map(ExecutableCase::identity)
              .map(lastByIdentity::get)
              .toList();
      last.put(casePlan.entry().located(), worst(outcomes));
    }
  }

  Optional<CasePlan> plan(CaseEntry entry) {
    return Optional.ofNullable(plans.get(entry.located()));
  }

  Outcome last(CaseEntry entry) {
    return last.get(entry.located());
  }

  long ofSuite(String path) {
    return plan.cases().stream()
        .filter(c -> c.entry().path().equals(path))
        .mapToLong(CasePlan::count)
        .sum();
  }

  public long all() {
    return plan.count();
  }

  /** The worst of several outcomes; null where none of them is known. */
  static Outcome worst(Collection<Outcome> outcomes) {
    return outcomes.stream().filter(Objects::nonNull).max((a, b) -> rank(a) - rank(b)).orElse(null);
  }

  private static int rank(Outcome outcome) {
    return List.of(
            Outcome.SKIPPED,
            Outcome.PASSED,
            Outcome.NOT_RUN,
            Outcome.BLOCKED,
            Outcome.ERROR,
            Outcome.FAILED)
        .indexOf(outcome);
  }
}
