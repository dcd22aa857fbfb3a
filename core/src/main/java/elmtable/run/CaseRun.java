package elmtable.run;

import elmtable.block.Isolation;
import elmtable.block.Scope;
import elmtable.browser.Browser;
import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.plan.ExecutableCase;
import elmtable.project.DataValues;
import elmtable.project.Environments;
import elmtable.run.browsers.BrowserConfigs;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.browsers.LivePages;
import elmtable.run.browsers.PreparedBrowsers;
import elmtable.run.event.EventPublisher;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.UnexpectedFailure;
import elmtable.run.request.NumberedCase;
import elmtable.run.request.RunRequest;
import elmtable.run.scope.CasePhases;
import elmtable.run.scope.CaseResult;
import elmtable.run.scope.CaseSession;
import elmtable.run.scope.ScopeEnd;
import elmtable.run.scope.Scopes;
import elmtable.run.scope.WideParts;
import elmtable.run.scope.WideScope;
import elmtable.run.step.CaseFiles;
import elmtable.run.step.CaseValues;
import elmtable.run.step.PublishedValues;
import elmtable.run.step.Reporter;
import elmtable.run.step.Secrets;
import elmtable.run.step.StepRunner;
import elmtable.run.time.Deadline;
import elmtable.run.time.RunStoppedException;
import elmtable.run.time.StopSignal;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs one executable case, again where it may try more than once or its browser was lost. */
final class CaseRun {
  private static final Logger LOG = LoggerFactory.getLogger(CaseRun.class);
  private static final Duration USUAL_TIMEOUT = Duration.ofMinutes(5);

  private final RunRequest request;
  private final NumberedCase numbered;
  private final int worker;
  private final PreparedBrowsers browsers;
  private final EvidenceKeeper evidence;
  private final EventPublisher events;
  private final StopSignal stop;
  private final boolean more;
  private final PublishedValues published;
  private final Scopes scopes;
  private final LivePages pages;

  /** Of the last try, or null. */
  private CaseSession last;

  /** Whether the last try failed by what is replaced for a further one. */
  private boolean worthRepeating;

  CaseRun(
      RunRequest request,
      NumberedCase numbered,
      int worker,
      PreparedBrowsers browsers,
      EvidenceKeeper evidence,
      EventPublisher events,
      StopSignal stop,
      boolean more,
      PublishedValues published,
      Scopes scopes,
      LivePages pages) {
    this.scopes = scopes;
    this.pages = pages;
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
    int tries = Math.max(numbered.executable().entry().tries(), request.choices().tries());
    boolean repeated = false;
    CaseResult result;
    for (int attempt = 1; ; attempt++) {
      events.publish(
          new RunEvent.CaseStarted(EventPublisher.now(), numbered.number(), worker, attempt));
      result = attempt();
      if (result.outcome() == Outcome.PASSED || stop.isSet()) {
        break;
      }
      // A browser that died, or a kept session that went bad, is replaced once, whatever the case's
      // own tries are.
      if (worthRepeating && !repeated) {
        repeated = true;
        tries++;
      }
      if (attempt >= tries) {
        break;
      }
    }
    leave(result);
    double millis = Duration.between(begun, EventPublisher.now()).toNanos() / 1e6;
    events.publish(
        new RunEvent.CaseFinished(
            EventPublisher.now(), numbered.number(), result.outcome(), millis, result.failure()));
    return result.outcome();
  }

  /**
   * Ends the scopes of which the case was the last, also where it was not run itself.
   *
   * @param result takes in what fails
   */
  void leave(CaseResult result) {
    for (WideScope ended : scopes.left(numbered.executable())) {
      if (ended.isEmpty()) {
        ended.endShared();
        continue;
      }
      try (CaseFiles files = new CaseFiles(request.project().files())) {
        CaseSession session = last != null ? last : session(new Secrets(), files);
        result.add(ScopeEnd.of(ended, scopes, session, files), true);
      } catch (RunStoppedException stopped) {
        result.stop();
      } catch (RuntimeException | StackOverflowError broken) {
        LOG.error("The end of what surrounds {} broke off", numbered.executable().name(), broken);
        result.add(
            new StepRunner.Result(
                Outcome.ERROR,
                Failure.of(
                    "What surrounds the case could not be torn down: "
                        + UnexpectedFailure.words(broken)
                        + "."),
                false),
            true);
      }
    }
  }

  private CaseResult attempt() {
    ExecutableCase executable = numbered.executable();
    worthRepeating = false;
    if (!executable.fault().isEmpty()) {
      return CaseResult.broken("It cannot run: " + executable.fault());
    }
    Secrets secrets = new Secrets();
    Isolation isolation = scopes.isolation(executable);
    CaseBrowser browser = browserFor(isolation);
    pages.begin(worker, browser, secrets::texts);
    try (CaseFiles files = new CaseFiles(request.project().files())) {
      CaseSession session = session(secrets, files);
      last = session;
      Deadline deadline = Deadline.in(timeout(executable));
      WideParts wide = new WideParts(scopes, session, browser, deadline);
      CaseResult result =
          new CasePhases(session, session.steps(browser, deadline), wide).run().masked(secrets);
      worthRepeating = result.browserLost();
      if (result.outcome() != Outcome.PASSED && !stop.isSet()) {
        worthRepeating |= wide.forgetBrokenSessions();
      }
      return result;
    } catch (FormulaException failure) {
      return CaseResult.broken(secrets.mask(failure.getMessage()));
    } catch (RuntimeException | StackOverflowError broken) {
      LOG.error("{} broke off", executable.name(), broken);
      return CaseResult.broken(
          secrets.mask("The case broke off: " + UnexpectedFailure.words(broken) + "."));
    } finally {
      pages.end(worker);
      if (isolation == Isolation.CASE) {
        browser.close();
      } else {
        rest(isolation, browser);
      }
    }
  }

  /** The case's own browser, or the one that it shares with others. */
  private CaseBrowser browserFor(Isolation isolation) {
    ExecutableCase executable = numbered.executable();
    return switch (isolation) {
      case CASE -> new CaseBrowser(this::prepared);
      case ROWS -> scopes.of(Scope.ROWS, executable).shared(this::fresh);
      case SUITE -> scopes.of(Scope.SUITE, executable).shared(this::fresh);
      case WORKER -> browsers.shared(this::fresh);
    };
  }

  private Browser prepared() {
    Browser browser = browsers.take();
    if (more) {
      browsers.prepare();
    }
    return browser;
  }

  private CaseBrowser fresh() {
    String name = numbered.executable().browser();
    return new CaseBrowser(() -> scopes.open(name));
  }

  private void rest(Isolation isolation, CaseBrowser browser) {
    boolean before = browser.opened().isPresent();
    browser.rest();
    if (before && browser.opened().isEmpty() && isolation != Isolation.WORKER) {
      Scope scope = isolation == Isolation.ROWS ? Scope.ROWS : Scope.SUITE;
      scopes.of(scope, numbered.executable()).lost();
    }
  }

  private CaseSession session(Secrets secrets, CaseFiles files) {
    ExecutableCase executable = numbered.executable();
    CaseValues wide = values(executable, secrets);
    CaseValues own = values(executable, secrets);
    own.addOwn(secrets);
    return new CaseSession(
        request.in(executable.environment()).within(limit(executable)),
        numbered.number(),
        executable,
        new Reporter(numbered.number(), events, evidence, secrets),
        stop,
        files,
        own,
        wide,
        request
            .choices()
            .pace()
            .orElseGet(() -> BrowserConfigs.pace(request.project(), executable.browser())));
  }

  /** How long a case may take: as it says itself, its suite, or the run. */
  private Duration timeout(ExecutableCase executable) {
    return executable.entry().timeout().or(() -> request.choices().timeout()).orElse(USUAL_TIMEOUT);
  }

  /** How long a step waits: as its case says, its suite, its environment, or the run. */
  private Duration limit(ExecutableCase executable) {
    return executable
        .entry()
        .within()
        .or(() -> Environments.within(request.project().index(), executable.environment()))
        .orElse(request.limit());
  }

  /** The values of the environment and the run, worked out at the case's start. */
  private CaseValues values(ExecutableCase executable, Secrets secrets) {
    // Each case draws from a seed of its own, so that its values do not depend on how cases fell to
    // workers.
    long seed = request.choices().seed() ^ executable.identity().hashCode();
    Map<String, Value> environment =
        Environments.values(
            request.project().index(),
            executable.environment(),
            System.getenv(),
            EvaluationContext.seeded(seed).watchedBy(secrets));
    EvaluationContext context =
        EvaluationContext.seeded(
                seed, DataValues.of(request.project().in(executable.environment()), environment))
            .watchedBy(secrets);
    CaseValues values = new CaseValues(context, environment, runValues(), published, executable);
    // A page or reply that tells what was sent to it tells the password with it.
    values
        .credentials()
        .filter(known -> secrets.isSecret(Value.of(known.password())))
        .ifPresent(known -> secrets.secret(Value.of(known.encoded())));
    return values;
  }

  private Map<String, Value> runValues() {
    return Map.of("id", Value.of(request.id()), "seed", Value.of(request.choices().seed()));
  }
}
