package elmtable.run;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundStep;
import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.Target;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.Output;
import elmtable.keyword.RestSkippedException;
import elmtable.keyword.StepFailedException;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.KeywordEntry;
import elmtable.run.event.RunEvent.NamedValue;
import elmtable.text.Names;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Runs bodies of steps: those of a case, and those of the keywords they call. */
final class StepRunner {
  private static final int DEEPEST = 50;

  /** How one step or body ended. */
  record Result(Outcome outcome, Failure failure, boolean browserLost, boolean endsCase) {
    static final Result PASSED = new Result(Outcome.PASSED, null, false);
    static final Result SKIPPED = new Result(Outcome.SKIPPED, null, false);

    Result(Outcome outcome, Failure failure, boolean browserLost) {
      this(outcome, failure, browserLost, false);
    }

    boolean isGood() {
      return outcome == Outcome.PASSED || outcome == Outcome.SKIPPED;
    }
  }

  /** Where steps stand and who called them. */
  private record Body(
      String phase, int parent, int depth, Frame frame, String document, int firstLine) {}

  private final RunRequest request;
  private final CaseRun.CaseBrowser browser;
  private final Reporter reporter;
  private final StopSignal stop;
  private final CaseValues scope;
  private final Binder binder;
  private final CaseFiles files;
  private Instant deadline;

  StepRunner(
      RunRequest request,
      CaseRun.CaseBrowser browser,
      Reporter reporter,
      StopSignal stop,
      CaseValues scope,
      CaseFiles files,
      Instant deadline) {
    this.files = files;
    this.request = request;
    this.browser = browser;
    this.reporter = reporter;
    this.stop = stop;
    this.scope = scope;
    this.binder = new Binder(request.project().index());
    this.deadline = deadline;
  }

  /** Tear-down runs after a case's time is over, too. */
  void withoutTimeout() {
    deadline = Instant.MAX;
  }

  /** Runs steps until one fails hard; soft failures are collected. */
  Result run(String phase, List<Step> steps, Frame frame, String document, int firstLine) {
    return run(steps, new Body(phase, 0, 0, frame, document, firstLine));
  }

  private Result run(List<Step> steps, Body body) {
    Result whole = Result.PASSED;
    for (Step step : steps) {
      stop.check();
      if (Instant.now().isAfter(deadline)) {
        return new Result(
            Outcome.FAILED,
            Failure.of("The case's time was over before “" + step.first().name() + "”."),
            false);
      }
      Result result = run(step, body);
      boolean soft = options(step).soft();
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

  private static Mark.Options options(Step step) {
    Mark.Options written = step.mark(Mark.Options.class);
    return written != null ? written : new Mark.Options(false, null, 1, false, null);
  }

  /** One step with its marks: the repetition outermost, then the condition. */
  private Result run(Step step, Body body) {
    Mark.ForEach each = step.mark(Mark.ForEach.class);
    if (each == null) {
      return once(step, body, List.of(), new ArrayList<>());
    }
    int id = started(step, body, body.parent(), step.first().name(), arguments(step));
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
    for (Value item : items) {
      body.frame().keep(each.name(), item);
      Result result = once(step, inner, List.of(each.name() + " = " + item.text()), results);
      body.frame().forget(each.name());
      if (!result.isGood()) {
        whole = whole.isGood() ? result : whole;
        if (!options(step).soft()) {
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

  private static List<String> arguments(Step step) {
    List<String> written = new ArrayList<>(step.arguments().stream().map(Cell::source).toList());
    step.marks().forEach(mark -> written.add(mark.cell().source()));
    return written;
  }

  private Result once(Step step, Body body, List<String> before, List<List<Value>> results) {
    List<String> shown = new ArrayList<>(before);
    shown.addAll(
        before.isEmpty() ? arguments(step) : step.arguments().stream().map(Cell::source).toList());
    int id = started(step, body, body.parent(), step.first().name(), shown);
    long begun = System.nanoTime();
    Execution execution = new Execution(step, body, id);
    Result result = execution.guarded();
    for (int attempt = 1;
        attempt < options(step).tries() && !result.isGood() && !stop.isSet();
        attempt++) {
      reporter.log(id, "Try " + attempt + " did not pass: " + result.failure().message());
      execution = new Execution(step, body, id);
      result = execution.guarded();
    }
    if (execution.evidenceDue) {
      keepEvidence(id, execution.target);
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

  private Evaluator evaluator(Body body) {
    return new Evaluator(body.frame().scope(scope), scope.context());
  }

  /** A picture with the element outlined, the page's source, its address and title. */
  private void keepEvidence(int step, Target target) {
    Optional<Browser> opened = browser.opened();
    if (opened.isEmpty() || stop.isSet()) {
      return;
    }
    try {
      Browser page = opened.get();
      if (target != null) {
        page.pictures().outline(target);
      }
      page.pictures()
          .take()
          .ifPresent(
              picture -> reporter.keep(step, "picture", picture, ".png", "when the step failed"));
      if (page.dialogs().open().isEmpty()) {
        String source = reporter.mask(page.pages().source());
        reporter.keep(
            step,
            "source",
            source.getBytes(StandardCharsets.UTF_8),
            ".html",
            page.pages().address());
        reporter.log(step, "Page: " + page.pages().title() + " at " + page.pages().address());
      }
    } catch (RuntimeException failure) {
      // Evidence that cannot be taken or kept changes no outcome.
      reporter.log(step, "No evidence could be kept: " + failure.getMessage());
    }
  }

  /** One try of one step. */
  private final class Execution {
    private final Step step;
    private final Body body;
    private final int id;
    private List<NamedValue> resolved = List.of();
    private List<NamedValue> kept = List.of();
    private List<Value> results = List.of();
    private String reason = "";
    private Target target;
    private boolean evidenceDue;

    Execution(Step step, Body body, int id) {
      this.step = step;
      this.body = body;
      this.id = id;
    }

    /**
     * What a step throws becomes its result: a failure of the product, or an error of the test or
     * machinery.
     */
    Result guarded() {
      try {
        return execute();
      } catch (StepFailedException failure) {
        evidenceDue = true;
        Long waited = failure.waited() == null ? null : failure.waited().toMillis();
        return new Result(
            Outcome.FAILED,
            new Failure(failure.getMessage(), failure.wanted(), failure.found(), waited),
            false);
      } catch (BrowserException failure) {
        stop.check();
        boolean lost = failure.kind() == BrowserException.Kind.LOST;
        evidenceDue = !lost;
        Failure shown = new Failure(failure.getMessage(), failure.wanted(), failure.found(), null);
        return new Result(lost ? Outcome.ERROR : Outcome.FAILED, shown, lost);
      } catch (RestSkippedException skipped) {
        reason = skipped.getMessage();
        return new Result(Outcome.SKIPPED, Failure.of(reason), false, true);
      } catch (RunStoppedException stopped) {
        throw stopped;
      } catch (Throwable thrown) {
        return new Result(Outcome.ERROR, UnexpectedFailure.of(step, thrown), false);
      }
    }

    private Result execute() {
      Mark.OnlyIf condition = step.mark(Mark.OnlyIf.class);
      if (condition != null) {
        boolean holds = evaluator(body).truth(condition.formula().singleReference().orElseThrow());
        if (!holds) {
          reason = condition.formula().source() + " is no";
          return Result.SKIPPED;
        }
      }
      BoundStep bound = binder.bind(step, body.frame().context());
      if (bound.keyword().isEmpty() || !bound.problems().isEmpty()) {
        String message =
            bound.problems().isEmpty()
                ? "No keyword is called “" + step.first().name() + "”."
                : bound.problems().get(0).message();
        return new Result(Outcome.ERROR, Failure.of(message), false);
      }
      Arguments arguments =
          new Arguments(
              request.project(),
              scope,
              evaluator(body),
              reporter.secrets(),
              body.frame().context(),
              files);
      Result result = call(bound, arguments);
      resolved = options(step).quiet() ? Arguments.hidden(arguments.shown()) : arguments.shown();
      keepResults(bound);
      return result;
    }

    private Result call(BoundStep bound, Arguments arguments) {
      if (Names.same(bound.keyword().get().signature().name(), KeywordRegistry.GIVE)) {
        body.frame().give(arguments.values(bound.arguments()));
        return Result.PASSED;
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
          resolved =
              options(step).quiet() ? Arguments.hidden(arguments.shown()) : arguments.shown();
          Duration within = options(step).within();
          results = method.builtIn().call(context(within), values);
          yield Result.PASSED;
        }
        case KeywordEntry.Composed composed -> {
          if (body.depth() > DEEPEST) {
            throw new FormulaException("Keywords call each other more than " + DEEPEST + " deep.");
          }
          Map<String, Value> parameters =
              arguments.forKeyword(composed.signature(), bound.arguments());
          resolved = arguments.shown();
          Frame frame = Frame.ofKeyword(BindingContext.of(composed), parameters);
          Result result =
              StepRunner.this.run(
                  composed.block().steps(Section.STEPS),
                  new Body(
                      body.phase(),
                      id,
                      body.depth() + 1,
                      frame,
                      composed.path(),
                      composed.placed().firstLine()));
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
        all.add(Reporter.named(keep.names().get(i), value));
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

    private EngineStep context(Duration within) {
      Duration limit = within != null ? within : request.limit();
      return new EngineStep(id, limit, browser, reporter, stop, scope);
    }
  }
}
