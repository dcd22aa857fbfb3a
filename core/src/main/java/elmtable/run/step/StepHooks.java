package elmtable.run.step;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.language.Step;
import elmtable.plan.CaseOrder;
import elmtable.plan.CaseOrder.Part;
import elmtable.plan.CaseOrder.Phase;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.run.event.Outcome;
import elmtable.text.Names;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;

/** Runs the hooks round each step of a case's sections, which see the step. */
public final class StepHooks implements StepRunner.AroundStep {
  private final Binder binder;
  private final BindingContext context;
  private final List<Part> before;
  private final List<Part> after;
  private final BiFunction<Part, ValueLookup, StepRunner.Result> hook;

  private StepHooks(
      Project project,
      ExecutableCase executable,
      BiFunction<Part, ValueLookup, StepRunner.Result> hook) {
    this.binder = new Binder(project.index());
    this.context = BindingContext.of(executable.entry());
    this.before =
        CaseOrder.roundSteps(Phase.BEFORE, project, executable.entry(), executable.tags());
    this.after = CaseOrder.roundSteps(Phase.AFTER, project, executable.entry(), executable.tags());
    this.hook = hook;
  }

  /**
   * @param hook runs one with what it sees of the step
   * @return null where there are none
   */
  public static StepRunner.AroundStep of(
      Project project,
      ExecutableCase executable,
      BiFunction<Part, ValueLookup, StepRunner.Result> hook) {
    StepHooks hooks = new StepHooks(project, executable, hook);
    return hooks.before.isEmpty() && hooks.after.isEmpty() ? null : hooks;
  }

  @Override
  public StepRunner.Result before(Step step) {
    for (Part part : before) {
      StepRunner.Result result = hook.apply(part, about(step, Outcome.NOT_RUN));
      if (!result.isGood()) {
        return result;
      }
    }
    return StepRunner.Result.PASSED;
  }

  @Override
  public StepRunner.Result after(Step step, Outcome outcome) {
    StepRunner.Result first = StepRunner.Result.PASSED;
    for (Part part : after) {
      StepRunner.Result result = hook.apply(part, about(step, outcome));
      first = first.isGood() ? result : first;
    }
    return first;
  }

  private ValueLookup about(Step step, Outcome outcome) {
    return path -> {
      if (path.size() != 2 || !Names.key(path.get(0)).equals("step")) {
        return Optional.empty();
      }
      return switch (Names.key(path.get(1))) {
        case "name" -> Optional.of(Value.of(step.first().name()));
        case "keyword" ->
            binder
                .bind(step, context)
                .keyword()
                .map(keyword -> Value.of(keyword.signature().name()));
        case "outcome" -> Optional.of(Value.of(outcome.word()));
        default -> Optional.empty();
      };
    };
  }
}
