package elmtable.run;

import elmtable.browser.Browser;
import elmtable.plan.ExecutableCase;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One run: its cases in lanes, one lane a suite, lanes side by side as far as there are workers.
 * Cases of a suite go one after another unless it is {@code independent}.
 */
final class Run implements RunHandle {
  private static final Logger LOG = LoggerFactory.getLogger(Run.class);

  /** A case with its number in the run. */
  record NumberedCase(int number, ExecutableCase executable) {}

  private final RunRequest request;
  private final Runner.Launchers launchers;
  private final EvidenceKeeper evidence;
  private final EventPublisher events;
  private final CountDownLatch over = new CountDownLatch(1);
  private final Map<Outcome, Integer> counts = new EnumMap<>(Outcome.class);
  private final StopSignal stop = new StopSignal();
  private final PublishedValues published;

  Run(
      RunRequest request,
      Runner.Launchers launchers,
      EvidenceKeeper evidence,
      List<RunListener> listeners) {
    this.request = request;
    this.published = new PublishedValues(request.project());
    this.launchers = launchers;
    this.evidence = evidence;
    this.events = new EventPublisher(listeners);
  }

  void execute() {
    try {
      List<NumberedCase> cases = numbered();
      tellStart(cases);
      try (Browser.Launcher launcher = launchers.make()) {
        stop.onStop(launcher::close);
        work(new Lanes(request.project(), cases), launcher);
      }
      events.publish(
          new RunEvent.RunFinished(EventPublisher.now(), stop.isSet(), Map.copyOf(counts)));
    } catch (RuntimeException broken) {
      LOG.error("The run {} broke off", request.id(), broken);
      events.publish(new RunEvent.RunFinished(EventPublisher.now(), true, Map.copyOf(counts)));
    } finally {
      over.countDown();
    }
  }

  private List<NumberedCase> numbered() {
    List<NumberedCase> cases = new ArrayList<>();
    request
        .plan()
        .executables()
        .forEach(executable -> cases.add(new NumberedCase(cases.size() + 1, executable)));
    return cases;
  }

  private void tellStart(List<NumberedCase> cases) {
    events.publish(
        new RunEvent.RunStarted(
            EventPublisher.now(),
            request.id(),
            request.title(),
            request.plan().environment(),
            request.plan().browser(),
            request.workers(),
            request.seed(),
            cases.stream().map(this::planned).toList()));
  }

  private RunEvent.Planned planned(NumberedCase numbered) {
    ExecutableCase executable = numbered.executable();
    return new RunEvent.Planned(
        numbered.number(),
        executable.identity(),
        executable.name() + targetSuffix(executable),
        executable.entry().suiteName(),
        executable.entry().path(),
        executable.entry().placed().headerLine() + 1,
        executable.row().map(row -> row.number()).orElse(0),
        executable.row().map(row -> row.shown()).orElse(Map.of()),
        executable.tags());
  }

  /** Where it runs, for a run in several environments or browsers. */
  private String targetSuffix(ExecutableCase executable) {
    String where = request.plan().environments().size() > 1 ? ", " + executable.environment() : "";
    boolean several =
        request.plan().browsers().size() > 1
            || !request.plan().browsers().contains(executable.browser());
    return where + (several ? ", " + executable.browser() : "");
  }

  private void work(Lanes lanes, Browser.Launcher launcher) {
    List<Thread> workers = new ArrayList<>();
    for (int worker = 1; worker <= Math.max(1, request.workers()); worker++) {
      int number = worker;
      workers.add(
          Thread.ofVirtual().name("worker " + number).start(() -> drain(lanes, number, launcher)));
    }
    for (Thread worker : workers) {
      try {
        worker.join();
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
        stop();
      }
    }
  }

  private void drain(Lanes lanes, int worker, Browser.Launcher launcher) {
    try (Browsers browsers = new Browsers(request.project(), launcher, stop)) {
      Optional<Lanes.Next> next = lanes.take(stop.isSet());
      while (next.isPresent()) {
        Outcome outcome = Outcome.ERROR;
        try {
          outcome = runCase(next.get(), worker, browsers);
        } finally {
          lanes.done(next.get(), outcome);
        }
        next = lanes.take(stop.isSet());
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      stop();
    }
  }

  private Outcome runCase(Lanes.Next next, int worker, Browsers browsers) {
    NumberedCase numbered = next.numbered();
    Outcome outcome;
    if (stop.isSet()) {
      outcome = without(numbered, Outcome.NOT_RUN, "The run was stopped before it began.");
    } else if (!next.blocked().isEmpty()) {
      outcome = without(numbered, Outcome.BLOCKED, next.blocked());
    } else {
      BrowserSupply supply = browsers.of(numbered.executable().browser());
      outcome =
          new CaseRun(
                  request, numbered, worker, supply, evidence, events, stop, next.more(), published)
              .execute();
    }
    synchronized (counts) {
      counts.merge(outcome, 1, Integer::sum);
    }
    return outcome;
  }

  /** Ends a case that was not begun. */
  private Outcome without(NumberedCase numbered, Outcome outcome, String reason) {
    events.publish(
        new RunEvent.CaseFinished(
            EventPublisher.now(), numbered.number(), outcome, 0, Failure.of(reason)));
    return outcome;
  }

  @Override
  public String id() {
    return request.id();
  }

  @Override
  public void stop() {
    Thread.ofVirtual().start(stop::set);
  }

  @Override
  public boolean isOver() {
    return over.getCount() == 0;
  }

  @Override
  public boolean await(Duration atMost) throws InterruptedException {
    return over.await(atMost.toMillis(), TimeUnit.MILLISECONDS);
  }
}
