package elmtable.run;

import elmtable.block.ValuesTable;
import elmtable.browser.Browser;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.plan.ExecutableCase;
import elmtable.project.CaseEntry;
import elmtable.project.CaseRow;
import elmtable.project.DataValues;
import elmtable.project.Environments;
import elmtable.run.event.EventPublisher;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.UnexpectedFailure;
import elmtable.text.Names;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs one executable case, again where it may try more than once or its browser was lost. */
final class CaseRun {
  private static final Logger LOG = LoggerFactory.getLogger(CaseRun.class);
  private static final Duration USUAL_TIMEOUT = Duration.ofMinutes(5);

  private final RunRequest request;
  private final Run.NumberedCase numbered;
  private final int worker;
  private final PreparedBrowsers browsers;
  private final EvidenceKeeper evidence;
  private final EventPublisher events;
  private final StopSignal stop;
  private final boolean more;
  private final PublishedValues published;

  CaseRun(
      RunRequest request,
      Run.NumberedCase numbered,
      int worker,
      PreparedBrowsers browsers,
      EvidenceKeeper evidence,
      EventPublisher events,
      StopSignal stop,
      boolean more,
      PublishedValues published) {
    this.published = published;
    this.request = request;
    this.numbered = numbered;
    this.worker = worker;
    this.browsers = browsers;
    this.evidence = evidence;
    this.events = events;
    this.stop = stop;
    this.more = more;
  }

  Outcome execute() {
    Instant begun = EventPublisher.now();
    int tries = numbered.executable().entry().tries();
    boolean browserReplaced = false;
    CaseResult result;
    for (int attempt = 1; ; attempt++) {
      events.publish(
          new RunEvent.CaseStarted(EventPublisher.now(), numbered.number(), worker, attempt));
      result = attempt();
      if (result.outcome() == Outcome.PASSED || stop.isSet()) {
        break;
      }
      // A browser that died is replaced once, whatever the case's own tries are.
      if (result.browserLost() && !browserReplaced) {
        browserReplaced = true;
        tries++;
      }
      if (attempt >= tries) {
        break;
      }
    }
    double millis = Duration.between(begun, EventPublisher.now()).toNanos() / 1e6;
    events.publish(
        new RunEvent.CaseFinished(
            EventPublisher.now(), numbered.number(), result.outcome(), millis, result.failure()));
    return result.outcome();
  }

  private CaseResult attempt() {
    ExecutableCase executable = numbered.executable();
    if (!executable.fault().isEmpty()) {
      return CaseResult.broken("It cannot run: " + executable.fault());
    }
    Secrets secrets = new Secrets();
    try (CaseBrowser browser = new CaseBrowser(browsers, more);
        CaseFiles files = new CaseFiles(request.project().files())) {
      CaseValues scope = scope(executable, secrets);
      Duration timeout = executable.entry().timeout().orElse(USUAL_TIMEOUT);
      Reporter reporter = new Reporter(numbered.number(), events, evidence, secrets);
      StepRunner steps =
          new StepRunner(
              request.in(executable.environment()).within(limit(executable)),
              browser,
              reporter,
              stop,
              scope,
              files,
              Deadline.in(timeout),
              BrowserConfigs.pace(request.project(), executable.browser()));
      return new CasePhases(request, executable, steps, scope).run().masked(secrets);
    } catch (FormulaException failure) {
      return CaseResult.broken(secrets.mask(failure.getMessage()));
    } catch (RuntimeException | StackOverflowError broken) {
      LOG.error("{} broke off", executable.name(), broken);
      return CaseResult.broken(
          secrets.mask("The case broke off: " + UnexpectedFailure.words(broken) + "."));
    }
  }

  /** How long a step waits: as its case says, its suite, its environment, or the run. */
  private Duration limit(ExecutableCase executable) {
    return executable
        .entry()
        .within()
        .or(() -> Environments.within(request.project().index(), executable.environment()))
        .orElse(request.limit());
  }

  /** The values that the case's steps can use, worked out at its start. */
  private CaseValues scope(ExecutableCase executable, Secrets secrets) {
    // Each case draws from a seed of its own, so that its values do not depend on how cases fell to
    // workers.
    long seed = request.seed() ^ executable.identity().hashCode();
    Map<String, Value> environment =
        Environments.values(
            request.project().index(),
            executable.environment(),
            System.getenv(),
            EvaluationContext.seeded(seed));
    EvaluationContext context =
        EvaluationContext.seeded(
            seed, DataValues.of(request.project().in(executable.environment()), environment));
    Environments.entries(request.project().index(), executable.environment())
        .forEach((key, entry) -> {
          if (entry.secret() && environment.containsKey(key)) {
            secrets.add(environment.get(key).text());
          }
        });
    CaseValues scope = new CaseValues(context, environment, runValues(), published, executable);
    for (ValuesTable.Entry entry :
        executable.entry().ofSuite().map(suite -> suite.values().entries()).orElse(List.of())) {
      Value value = new Evaluator(scope.ofCase(), context).value(entry.value());
      if (entry.secret()) {
        secrets.add(value.text());
      }
      scope.putSuite(entry.name(), value);
    }
    executable
        .row()
        .ifPresent(row -> scope.putRow(values(executable.entry(), row, scope, context)));
    return scope;
  }

  private Map<String, Value> runValues() {
    return Map.of("id", Value.of(request.id()), "seed", Value.of(request.seed()));
  }

  private static Map<String, Value> values(
      CaseEntry entry, CaseRow row, CaseValues scope, EvaluationContext context) {
    Map<String, Value> values = new LinkedHashMap<>();
    Evaluator evaluator = new Evaluator(scope.ofCase(), context);
    for (int i = 0; i < row.columns().size(); i++) {
      values.put(
          Names.key(row.columns().get(i)),
          evaluator.value(entry.block().isScenario() ? row.plainCell(i) : row.cell(i)));
    }
    return values;
  }

  /** The case's browser, opened at the first step that needs one. */
  static final class CaseBrowser implements AutoCloseable {
    private final PreparedBrowsers supply;
    private final boolean more;
    private Browser browser;
    private int step = -1;

    CaseBrowser(PreparedBrowsers supply, boolean more) {
      this.supply = supply;
      this.more = more;
    }

    /** The browser for a step, whose time begins when it asks for it first. */
    Browser of(int id, Duration limit) {
      if (browser == null) {
        browser = supply.take();
        if (more) {
          supply.prepare();
        }
      }
      if (id != step) {
        step = id;
        browser.within(limit);
      }
      return browser;
    }

    Optional<Browser> opened() {
      return Optional.ofNullable(browser);
    }

    @Override
    public void close() {
      if (browser != null) {
        Browser used = browser;
        browser = null;
        used.close();
      }
    }
  }
}
