package elmtable.server.view;

import elmtable.binding.VisibleNames;
import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.SavedPlan;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.ExpectedSchedule;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.server.message.PlanMessages.CasePlanView;
import elmtable.server.message.PlanMessages.ExecutableView;
import elmtable.server.message.PlanMessages.PlanView;
import elmtable.server.message.PlanMessages.SavedPlanView;
import elmtable.server.message.PlanMessages.ScheduleView;
import elmtable.server.message.PlanMessages.SpanView;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;

/** Makes of a plan what its station shows. */
public final class PlanViews {
  /** Further ones are fetched a page at a time. */
  private static final int FIRST_OF_A_CASE = 50;

  private final Project project;
  private final Function<String, Outcome> last;
  private final ExpectedTimes times;

  /**
   * @param last how an executable case ended last, by its identity
   */
  public PlanViews(Project project, Function<String, Outcome> last, ExpectedTimes times) {
    this.project = project;
    this.last = last;
    this.times = times;
  }

  /** A saved plan with how many cases it has. */
  public static SavedPlanView of(SavedPlan plan, CheckedProject checked) {
    PlanBlock block = plan.block();
    Selection selection = plan.selection();
    Long count = null;
    String fault = null;
    try {
      count = Planner.plan(checked, selection).count();
    } catch (Planner.BadSelectionException bad) {
      fault = bad.getMessage();
    }
    return new SavedPlanView(
        plan.name(),
        count,
        fault,
        plan.named().path(),
        plan.named().located().headerLine() + 1,
        Absent.ifEmpty(block.block().noteText()),
        selection.tags(),
        selection.suites(),
        selection.environments(),
        selection.browsers(),
        said(block.workers()),
        said(block.tries()),
        said(block.stopAfter()),
        said(block.seed()),
        said(block.picturesOfSteps()));
  }

  private static <T> T said(Optional<Property<T>> property) {
    return property.flatMap(Property::value).orElse(null);
  }

  /**
   * @param all how many executable cases the whole project has
   * @param warnings what would go wrong
   */
  public PlanView of(Plan plan, long all, int workers, List<String> warnings) {
    List<CasePlanView> cases = new ArrayList<>();
    for (CasePlan each : plan.cases()) {
      cases.add(of(cases.size(), each));
    }
    return new PlanView(
        plan.count(),
        all,
        plan.environment(),
        plan.browser(),
        of(ExpectedSchedule.of(project, plan, times, workers)),
        warnings,
        cases);
  }

  private static ScheduleView of(ExpectedSchedule schedule) {
    return new ScheduleView(
        schedule.millis(),
        schedule.workers().stream()
            .map(spans ->
                spans.stream()
                    .map(span ->
                        new SpanView(
                            span.suite(), span.fromMillis(), span.millis(), span.caseMillis()))
                    .toList())
            .toList());
  }

  private CasePlanView of(int index, CasePlan plan) {
    List<ExecutableCase> first = plan.executables(FIRST_OF_A_CASE);
    OptionalDouble mean = ExpectedSchedule.mean(first, times);
    long count = plan.count();
    return new CasePlanView(
        index,
        plan.entry().suiteName(),
        plan.entry().path(),
        plan.entry().name(),
        TextPieces.of(plan.entry().nameTemplate(), VisibleNames.of(plan.entry(), project)),
        plan.entry().located().headerLine() + 1,
        count,
        mean.isPresent() ? mean.getAsDouble() * count : null,
        Absent.ifEmpty(plan.exclusionReason()),
        Absent.ifEmpty(plan.needed()),
        plan.entry().tags(),
        executables(first));
  }

  public List<ExecutableView> executables(List<ExecutableCase> executables) {
    return executables.stream().map(this::of).toList();
  }

  private ExecutableView of(ExecutableCase executable) {
    OptionalDouble usual = times.millis(executable.identity());
    return new ExecutableView(
        executable.identity(),
        executable.name(),
        executable.row().map(row -> row.number()).orElse(0),
        executable.row().map(row -> row.shown()).orElse(Map.of()),
        executable.environment(),
        executable.browser(),
        last.apply(executable.identity()),
        usual.isPresent() ? usual.getAsDouble() : null,
        Absent.ifEmpty(executable.fault()));
  }
}
