package elmtable.server.view;

import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.run.event.Outcome;
import elmtable.server.message.SheetMessages.CaseOutcomeView;
import java.util.Collection;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** For each case how many executable cases it has, and how they ended when they last ran. */
public final class CaseOutcomes {
  /** Of a case with more executable cases, its mark tells of the first ones. */
  private static final int MOST_OF_A_CASE = 2000;

  private final Map<Object, CasePlan> plans = new IdentityHashMap<>();
  private final Map<Object, Outcome> last = new IdentityHashMap<>();
  private final Plan plan;

  /** Of all cases of a plan. */
  public CaseOutcomes(Plan plan, Function<String, Outcome> lastByIdentity) {
    this.plan = plan;
    for (CasePlan casePlan : plan.cases()) {
      plans.put(casePlan.entry().located(), casePlan);
      last.put(casePlan.entry().located(), last(casePlan, lastByIdentity));
    }
  }

  /** The same of the cases of one document only. */
  public static List<CaseOutcomeView> ofDocument(
      CheckedProject project, String path, Function<String, Outcome> lastByIdentity) {
    List<String> suites =
        project.project().index().suites().stream()
            .filter(suite -> suite.path().equals(path))
            .map(SuiteEntry::name)
            .toList();
    if (suites.isEmpty()) {
      return List.of();
    }
    return Planner.plan(project, Selection.everything().withSuites(suites.toArray(String[]::new)))
        .cases()
        .stream()
        .filter(plan -> plan.entry().path().equals(path))
        .map(plan ->
            new CaseOutcomeView(
                plan.entry().located().headerLine(),
                plan.count(),
                Absent.ifEmpty(plan.exclusionReason()),
                last(plan, lastByIdentity)))
        .toList();
  }

  private static Outcome last(CasePlan plan, Function<String, Outcome> lastByIdentity) {
    return worst(
        plan.executables(MOST_OF_A_CASE).stream()
            .map(ExecutableCase::identity)
            .map(lastByIdentity)
            .toList());
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
