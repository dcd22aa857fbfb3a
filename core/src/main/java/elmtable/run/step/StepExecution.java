package elmtable.run.step;

import elmtable.binding.BindingContext;
import elmtable.binding.BoundStep;
import elmtable.browser.BrowserException;
import elmtable.browser.Target;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.Output;
import elmtable.keyword.RestSkippedException;
import elmtable.keyword.StepFailedException;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent.NamedValue;
import elmtable.run.event.UnexpectedFailure;
import elmtable.run.time.RunStoppedException;
import elmtable.text.Names;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** One try of one step. */
final class StepExecution {
  private final StepRunner runner;
  private final Step step;
  private final StepRunner.Body body;
  private final int id;
  List<NamedValue> resolved = List.of();
  List<NamedValue> kept = List.of();
  List<Value> results = List.of();
  String reason = "";
  Target target;

  /** Whether it is a method that was called, and no composed keyword. */
  boolean acted;

  boolean evidenceDue;

  StepExecution(StepRunner runner, Step step, StepRunner.Body body, int id) {
    this.runner = runner;
    this.step = step;
    this.body = body;
    this.id = id;
  }

  /**
   * What a step throws becomes its result: a failure of the product, or an error of the test or
   * machinery.
   */
  StepRunner.Result guarded() {
    try {
      return execute();
    } catch (StepFailedException failure) {
      evidenceDue = true;
      Long waited = failure.waited() == null ? null : failure.waited().toMillis();
      return new StepRunner.Result(
          Outcome.FAILED,
          new Failure(failure.getMessage(), failure.wanted(), failure.found(), waited),
          false);
    } catch (BrowserException failure) {
      runner.stop.check();
      boolean lost = failure.kind() == BrowserException.Kind.LOST;
      evidenceDue = failure.kind() == BrowserException.Kind.PAGE;
      Failure shown = new Failure(failure.getMessage(), failure.wanted(), failure.found(), null);
      return new StepRunner.Result(lost ? Outcome.ERROR : Outcome.FAILED, shown, lost);
    } catch (RestSkippedException skipped) {
      reason = skipped.getMessage();
      return new StepRunner.Result(Outcome.SKIPPED, Failure.of(reason), false, true);
    } catch (RunStoppedException stopped) {
      throw stopped;
    } catch (Throwable thrown) {
      return new StepRunner.Result(Outcome.ERROR, UnexpectedFailure.of(step, thrown), false);
    }
  }

  private StepRunner.Result execute() {
    Mark.OnlyIf condition = step.mark(Mark.OnlyIf.class);
    if (condition != null) {
      boolean holds =
          runner.evaluator(body).truth(condition.formula().singleReference().orElseThrow());
      if (!holds) {
        reason = condition.formula().source() + " is no";
        return StepRunner.Result.SKIPPED;
      }
    }
    BoundStep bound = runner.binder.bind(step, body.frame().context());
    if (bound.keyword().isEmpty() || !bound.problems().isEmpty()) {
      String message =
          bound.problems().isEmpty()
              ? "Keyword “" + step.first().name() + "” not found."
              : bound.problems().get(0).message();
      return new StepRunner.Result(Outcome.ERROR, Failure.of(message), false);
    }
    Arguments arguments =
        new Arguments(
            runner.request.project(),
            runner.scope,
            runner.evaluator(body),
            runner.reporter.secrets(),
            body.frame().context(),
            runner.files);
    StepRunner.Result result = call(bound, arguments);
    resolved = step.options().quiet() ? Arguments.hidden(arguments.shown()) : arguments.shown();
    keepResults(bound);
    return result;
  }

  private StepRunner.Result call(BoundStep bound, Arguments arguments) {
    if (Names.same(bound.keyword().get().signature().name(), KeywordRegistry.GIVE)) {
      body.frame().give(arguments.values(bound.arguments()));
      return StepRunner.Result.PASSED;
    }
    return switch (bound.keyword().get()) {
      case KeywordEntry.Method method -> {
        List<Object> values = arguments.forMethod(method.builtIn(), bound.arguments());
        target =
            values.stream()
                .filter(Target.class::isInstance)
                .map(Target.class::cast)
                .findFirst()
                .orElse(null);
        resolved = step.options().quiet() ? Arguments.hidden(arguments.shown()) : arguments.shown();
        Duration within = step.options().within();
        acted = true;
        results = method.builtIn().call(context(within), values);
        runner.pause();
        yield StepRunner.Result.PASSED;
      }
      case KeywordEntry.Composed composed -> {
        if (body.depth() > StepRunner.DEEPEST) {
          throw new FormulaException(
              "Keywords call each other more than " + StepRunner.DEEPEST + " deep.");
        }
        Map<String, Value> parameters =
            arguments.forKeyword(composed.signature(), bound.arguments());
        resolved = arguments.shown();
        Frame frame = Frame.ofKeyword(BindingContext.of(composed), parameters);
        StepRunner.Result result =
            runner.run(
                composed.block().activeSteps(Section.STEPS),
                new StepRunner.Body(
                    body.phase(),
                    id,
                    body.depth() + 1,
                    frame,
                    composed.path(),
                    composed.located().firstLine()));
        results = frame.given();
        yield result;
      }
    };
  }

  private void keepResults(BoundStep bound) {
    List<Output> gives = bound.keyword().get().signature().gives();
    List<NamedValue> all = new ArrayList<>();
    Mark.Keep keep = step.mark(Mark.Keep.class);
    for (int i = 0; keep != null && i < keep.names().size() && i < results.size(); i++) {
      Value value = results.get(i);
      if (i < gives.size()) {
        requireKind(gives.get(i), value);
      }
      body.frame().keep(keep.names().get(i), value);
      all.add(runner.reporter.named(keep.names().get(i), value));
    }
    kept = all;
  }

  private void requireKind(Output output, Value value) {
    output
        .kind()
        .objection(value)
        .ifPresent(objection -> {
          throw new StepFailedException(
              "It gave “" + value.text() + "” as " + output.name() + ", but " + objection + ".");
        });
  }

  private RunningStep context(Duration within) {
    return new RunningStep(
        id,
        runner.limit(within),
        runner.deadline(),
        runner.browser,
        runner.reporter,
        runner.stop,
        runner.scope);
  }
}
