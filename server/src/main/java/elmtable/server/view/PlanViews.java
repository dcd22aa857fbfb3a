package elmtable.server.view;

import elmtable.binding.VisibleNames;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.project.Project;
import elmtable.run.event.Outcome;
import elmtable.server.message.PlanMessages.CasePlanView;
import elmtable.server.message.PlanMessages.ExecutableView;
import elmtable.server.message.PlanMessages.PlanView;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/** Makes of a plan what its station shows. */
public final class PlanViews {
  private static final int MOST_OF_A_CASE = 500;

  private PlanViews() {}

  /** {@code all} is how many executable cases the whole project has. */
  public static PlanView of(Plan plan, Project project, long all, Function<String, Outcome> last) {
    List<CasePlanView> cases = plan.cases().stream().map(c -> of(c, project, last)).toList();
    return new PlanView(plan.count(), all, plan.environment(), plan.browser(), cases);
  }

  private static CasePlanView of(CasePlan plan, Project project, Function<String, Outcome> last) {
    List<ExecutableView> executables =
        plan.executables(MOST_OF_A_CASE).stream().map(e -> of(e, last)).toList();
    return new CasePlanView(
        plan.entry().suiteName(),
        plan.entry().path(),
        plan.entry().name(),
        TextPieces.of(plan.entry().nameTemplate(), VisibleNames.of(plan.entry(), project)),
        plan.entry().located().headerLine() + 1,
        plan.count(),
        Absent.ifEmpty(plan.exclusionReason()),
        Absent.ifEmpty(plan.needed()),
        plan.entry().tags(),
        executables);
  }

  private static ExecutableView of(ExecutableCase executable, Function<String, Outcome> last) {
    return new ExecutableView(
        executable.identity(),
        executable.name(),
        executable.row().map(row -> row.number()).orElse(0),
        executable.row().map(row -> row.shown()).orElse(Map.of()),
        executable.environment(),
        executable.browser(),
        last.apply(executable.identity()),
        Absent.ifEmpty(executable.fault()));
  }
}
