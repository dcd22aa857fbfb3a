package elmtable.run.step;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.formula.Evaluator;
import elmtable.formula.Kind;
import elmtable.formula.Value;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.plan.CaseOrder;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.UnexpectedFailure;
import elmtable.run.request.RunRequest;
import elmtable.run.time.Deadline;
import elmtable.run.time.RunStoppedException;
import elmtable.run.time.StopSignal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Runs bodies of steps: those of a case, and those of the keywords they call. */
public final class StepRunner {
  static final int DEEPEST = 50;

  /** How one step or body ended. */
  public record Result(Outcome outcome, Failure failure, boolean browserLost, boolean endsCase) {
    public static final Result PASSED = new Result(Outcome.PASSED, null, false);
    static final Result SKIPPED = new Result(Outcome.SKIPPED, null, false);

    public Result(Outcome outcome, Failure failure, boolean browserLost) {
      this(outcome, failure, browserLost, false);
    }

    public boolean isGood() {
      return outcome == Outcome.PASSED || outcome == Outcome.SKIPPED;
    }
  }

  /** Where steps stand and who called them. */
  record Body(String phase, int parent, int depth, Frame frame, String document, int firstLine) {}

  final RunRequest request;
  final CaseBrowser browser;
  final Reporter reporter;
  private final StepEvidence evidence;
  StopSignal stop;
  final CaseValues scope;
  final Binder binder;
  final CaseFiles files;
  private final Duration pace;
  private Deadline deadline;

  public StepRunner(
      RunRequest request,
      CaseBrowser browser,
      Reporter reporter,
      StopSignal stop,
      CaseValues scope,
      CaseFiles files,
      Deadline deadline,
      Duration pace) {
    this.pace = pace;
    this.files = files;
    this.request = request;
    this.browser = browser;
    this.reporter = reporter;
    this.evidence = new StepEvidence(browser, reporter);
    this.stop = stop;
    this.scope = scope;
    this.binder = new Binder(request.project().index());
    this.deadline = deadline;
  }

  /** From now on it tears down: after the case's time is over, and after a first stop, too. */
  public void tearDown() {
    deadline = Deadline.NEVER;
    stop = stop.last();
  }

  /** What runs before and after a step, in the time of its case. */
  public interface AroundStep {
    Result before(Step step);

    /**
     * @param outcome the step's
     */
    Result after(Step step, Outcome outcome);
  }

  /** Runs steps until one fails hard; soft failures are collected. */
  public Result run(String phase, List<Step> steps, Frame frame, String document, int firstLine) {
    return run(steps, new Body(phase, 0, 0, frame, document, firstLine), null);
  }

  /** The same with something round each of them. */
  public Result run(
      String phase,
      List<Step> steps,
      Frame frame,
      String document,
      int firstLine,
      AroundStep around) {
    return run(steps, new Body(phase, 0, 0, frame, document, firstLine), around);
  }

  /**
   * Runs what surrounds a case as the parts of one step, which is called by its name.
   *
   * @param all whether each step is run even if one before it failed
   */
  public Result surrounding(
      String phase, String name, CaseOrder.Part part, List<Step> steps, Frame frame, boolean all) {
    int id = reporter.stepStarted(0, phase, name, List.of(), part.document(), part.line());
    long begun = System.nanoTime();
    Body body = new Body(phase, id, 1, frame, part.document(), part.located().firstLine());
    Result result = Result.PASSED;
    if (all) {
      for (Step step : steps) {
        Result one = run(List.of(step), body);
        result = result.isGood() && !one.isGood() ? one : result;
      }
    } else {
      result = run(steps, body);
    }
    reporter.stepFinished(id, result, System.nanoTime() - begun, List.of(), List.of(), "");
    return result;
  }

  public Result run(List<Step> steps, Body body) {
    return run(steps, body, null);
  }

  private Result run(List<Step> steps, Body body, AroundStep around) {
    Result whole = Result.PASSED;
    for (Step step : steps) {
      if (step.isOff()) {
        continue;
      }
      deadline.exclude(stop.awaitContinue());
      stop.check();
      if (deadline.isOver()) {
        return late("before", step);
      }
      Result result = around == null ? run(step, body) : surrounded(step, body, around);
      if (result.isGood() && deadline.isOver()) {
        return late("at", step);
      }
      boolean soft = step.options().soft();
      if (!result.isGood()) {
        whole = whole.isGood() ? result : whole;
        if (!soft || result.outcome() == Outcome.ERROR) {
          return whole;
        }
      }
      if (result.endsCase()) {
        return whole.isGood() ? result : whole;
      }
      if (body.frame().hasGiven()) {
        return whole;
      }
    }
    return whole;
  }

  /** A step whose hook fails is an error and is not run; what comes after it comes all the same. */
  private Result surrounded(Step step, Body body, AroundStep around) {
    Result before = around.before(step);
    Result result = before.isGood() ? run(step, body) : notRun(step, body, before);
    Result after = around.after(step, result.outcome());
    return result.isGood() && !after.isGood()
        ? new Result(Outcome.ERROR, after.failure(), after.browserLost())
        : result;
  }

  private Result notRun(Step step, Body body, Result hook) {
    Result result = new Result(Outcome.ERROR, hook.failure(), hook.browserLost());
    int id = started(step, body, body.parent(), step.first().name(), arguments(step, body, true));
    reporter.stepFinished(
        id, result, 0, List.of(), List.of(), "A hook before the step failed, so it was not run.");
    return result;
  }

  private static Result late(String when, Step step) {
    String message = "The case's time was over " + when + " “" + step.first().name() + "”.";
    return new Result(Outcome.FAILED, Failure.of(message), false);
  }

  /** Until when the case has time. */
  Deadline deadline() {
    return deadline;
  }

  /** How long a step may wait: as it says or is usual, and no longer than its case has left. */
  Duration limit(Duration within) {
    return deadline.within(within != null ? within : request.limit());
  }

  /** Lets a person who watches see what a step did. */
  void pause() {
    if (!pace.isZero() && browser.opened().isPresent()) {
      stop.sleep(pace.toMillis());
    }
  }

  /** One step with its marks: the repetition outermost, then the condition. */
  private Result run(Step step, Body body) {
    Mark.ForEach each = step.mark(Mark.ForEach.class);
    if (each == null) {
      return once(step, body, List.of(), new ArrayList<>());
    }
    int id = started(step, body, body.parent(), step.first().name(), arguments(step, body, true));
    long begun = System.nanoTime();
    List<Value> items;
    try {
      items = new LoopItems(request.project(), evaluator(body)).of(each);
    } catch (RunStoppedException stopped) {
      throw stopped;
    } catch (Throwable thrown) {
      Result result = new Result(Outcome.ERROR, UnexpectedFailure.of(step, thrown), false);
      reporter.stepFinished(id, result, System.nanoTime() - begun, List.of(), List.of(), "");
      return result;
    }
    Body inner =
        new Body(
            body.phase(), id, body.depth() + 1, body.frame(), body.document(), body.firstLine());
    Result whole = Result.PASSED;
    List<List<Value>> results = new ArrayList<>();
    int number = 0;
    for (Value item : items) {
      number++;
      stop.check();
      if (deadline.isOver()) {
        whole = whole.isGood() ? late("at", step) : whole;
        break;
      }
      body.frame().keepItem(each.name(), item);
      if (!each.counter().isEmpty()) {
        body.frame().keep(each.counter(), Value.of(number));
      }
      Result result = once(step, inner, List.of(each.name() + " = " + item.text()), results);
      each.names().forEach(body.frame()::forget);
      if (!result.isGood()) {
        whole = whole.isGood() ? result : whole;
        if (!step.options().soft()) {
          break;
        }
      }
      if (result.endsCase()) {
        whole = whole.isGood() ? result : whole;
        break;
      }
    }
    keepLists(step, results, body.frame());
    String reason = items.isEmpty() ? "The list is empty." : "";
    Result shown = items.isEmpty() ? Result.SKIPPED : whole;
    reporter.stepFinished(id, shown, System.nanoTime() - begun, List.of(), List.of(), reason);
    return whole;
  }

  private static void keepLists(Step step, List<List<Value>> results, Frame frame) {
    Mark.Keep keep = step.mark(Mark.Keep.class);
    if (keep == null) {
      return;
    }
    for (int i = 0; i < keep.names().size(); i++) {
      int output = i;
      frame.keep(
          keep.names().get(i),
          new Value.Many(
              results.stream().filter(r -> r.size() > output).map(r -> r.get(output)).toList()));
    }
  }

  private int started(Step step, Body body, int parent, String keyword, List<String> arguments) {
    int line = body.firstLine() + step.range().line() + 1;
    return reporter.stepStarted(parent, body.phase(), keyword, arguments, body.document(), line);
  }

  /** What is written behind the keyword; secrets, and all arguments of a quiet step, are masked. */
  private List<String> arguments(Step step, Body body, boolean marks) {
    Set<Cell> secret = new HashSet<>();
    for (BoundArgument argument : binder.bind(step, body.frame().context()).arguments()) {
      if (argument.parameter().kind().type() == Kind.Type.SECRET) {
        argument.template().literal().ifPresent(reporter.secrets()::add);
        argument.cell().ifPresent(secret::add);
      }
    }
    List<String> written = new ArrayList<>();
    for (Cell cell : step.arguments()) {
      boolean masked = secret.contains(cell) || step.options().quiet();
      written.add(masked ? Secrets.MASK : cell.source());
    }
    if (marks) {
      step.marks().forEach(mark -> written.add(mark.cell().source()));
    }
    return written;
  }

  private Result once(Step step, Body body, List<String> before, List<List<Value>> results) {
    List<String> shown = new ArrayList<>(before);
    shown.addAll(arguments(step, body, before.isEmpty()));
    int id = started(step, body, body.parent(), step.first().name(), shown);
    long begun = System.nanoTime();
    StepExecution execution = new StepExecution(this, step, body, id);
    Result result = execution.guarded();
    for (int attempt = 1;
        attempt < step.options().tries() && !result.isGood() && !stop.isSet();
        attempt++) {
      reporter.log(id, "Try " + attempt + " did not pass: " + result.failure().message());
      stop.sleep(step.options().every().toMillis());
      execution = new StepExecution(this, step, body, id);
      result = execution.guarded();
    }
    if (execution.evidenceDue) {
      evidence.ofFailure(id, execution.target, stop.isSet());
    } else if (request.choices().pictures() && execution.acted) {
      evidence.picture(id);
    }
    results.add(execution.results);
    reporter.stepFinished(
        id,
        result,
        System.nanoTime() - begun,
        execution.resolved,
        execution.kept,
        execution.reason);
    return result;
  }

  Evaluator evaluator(Body body) {
    return new Evaluator(body.frame().scope(scope), scope.context());
  }
}
