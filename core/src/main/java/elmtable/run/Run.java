package elmtable.run;

import elmtable.browser.Browser;
import elmtable.run.browsers.LivePages;
import elmtable.run.browsers.PreparedBrowsers;
import elmtable.run.browsers.WorkerBrowsers;
import elmtable.run.event.EventPublisher;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.run.event.UnexpectedFailure;
import elmtable.run.request.NumberedCase;
import elmtable.run.request.RunRequest;
import elmtable.run.scope.CaseResult;
import elmtable.run.scope.Scopes;
import elmtable.run.step.PublishedValues;
import elmtable.run.time.StopSignal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One run: its cases in lanes, one lane a suite, lanes side by side as far as there are workers.
 * Cases of a suite go one after another unless it is {@code independent}.
 */
public final class Run implements RunHandle {
  private static final Logger LOG = LoggerFactory.getLogger(Run.class);

  /** How long all tear-downs together may take when a run is stopped. */
  private static final Duration TEAR_DOWN_LIMIT = Duration.ofSeconds(10);

  private static final Set<Outcome> FAILURES = EnumSet.of(Outcome.FAILED, Outcome.ERROR);

  private final RunRequest request;
  private final Runner.Launchers launchers;
  private final EvidenceKeeper evidence;
  private final EventPublisher events;
  private final CountDownLatch over = new CountDownLatch(1);
  private final Map<Outcome, Integer> counts = new EnumMap<>(Outcome.class);

  /** The numbers of planned cases without an outcome. */
  private final Set<Integer> open = new ConcurrentSkipListSet<>();

  private final StopSignal stop = new StopSignal();
  private final PublishedValues published;
  private final LivePages pages = new LivePages();
  private Scopes scopes;

  /** What ended the run before its time; null for nothing. */
  private volatile Throwable broken;

  Run(
      RunRequest request,
      Runner.Launchers launchers,
      EvidenceKeeper evidence,
      List<RunListener> listeners) {
    this.request = request;
    this.published = new PublishedValues(request.project(), request.kept());
    this.launchers = launchers;
    this.evidence = evidence;
    this.events = new EventPublisher(listeners);
  }

  void execute() {
    boolean whole = false;
    String reason = "The run ended before this case began.";
    long total = 0;
    try {
      total = request.plan().count();
      publishStart(total);
      work();
      whole = !stop.isSet();
    } catch (Throwable thrown) {
      LOG.error("The run {} broke off", request.id(), thrown);
      reason = "The run broke off: " + UnexpectedFailure.words(thrown) + ".";
    } finally {
      endOpenCases(reason);
      countUnplanned(total);
      events.publish(new RunEvent.RunFinished(EventPublisher.now(), !whole, Map.copyOf(counts)));
      over.countDown();
    }
  }

  private void work() {
    PlannedCases planned = new PlannedCases(request);
    scopes = new Scopes(request);
    CaseScheduler scheduler = new CaseScheduler(request, scopes, cases -> publish(cases, planned));
    try (Browser.Launcher launcher = launchers.make()) {
      stop.last().onStop(launcher::close);
      scopes.begin(launcher);
      try {
        work(scheduler, launcher);
      } finally {
        scopes.close();
      }
    } finally {
      scheduler.close();
    }
    if (broken != null) {
      throw new IllegalStateException(UnexpectedFailure.words(broken), broken);
    }
  }

  private void publish(List<NumberedCase> cases, PlannedCases planned) {
    cases.forEach(numbered -> open.add(numbered.number()));
    events.publish(
        new RunEvent.CasesPlanned(EventPublisher.now(), cases.stream().map(planned::of).toList()));
  }

  /** What a stop kept from being planned did not run either. */
  private void countUnplanned(long total) {
    synchronized (counts) {
      long told = counts.values().stream().mapToLong(Integer::longValue).sum();
      if (told < total) {
        counts.merge(Outcome.NOT_RUN, (int) (total - told), Integer::sum);
      }
    }
  }

  /** Whatever happened, each planned case has an outcome. */
  private void endOpenCases(String reason) {
    for (int number : List.copyOf(open)) {
      finished(number, without(number, Outcome.ERROR, reason));
    }
  }

  private void finished(int number, Outcome outcome) {
    synchronized (counts) {
      if (open.remove(number)) {
        counts.merge(outcome, 1, Integer::sum);
      }
      int most = request.choices().stopAfter();
      if (most > 0
          && FAILURES.stream().mapToInt(one -> counts.getOrDefault(one, 0)).sum() >= most) {
        stop.set();
      }
    }
  }

  private void publishStart(long total) {
    events.publish(
        new RunEvent.RunStarted(
            EventPublisher.now(),
            request.id(),
            request.title(),
            request.plan().environment(),
            request.plan().browser(),
            request.choices().workers(),
            request.choices().seed(),
            total));
  }

  private void work(CaseScheduler lanes, Browser.Launcher launcher) {
    List<Thread> workers = new ArrayList<>();
    for (int worker = 1; worker <= Math.max(1, request.choices().workers()); worker++) {
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

  private void drain(CaseScheduler lanes, int worker, Browser.Launcher launcher) {
    try (WorkerBrowsers browsers = new WorkerBrowsers(request, launcher, stop)) {
      Optional<CaseScheduler.Next> next = lanes.take(stop.isSet());
      while (next.isPresent()) {
        stop.awaitContinue();
        lanes.done(next.get(), runCase(next.get(), worker, browsers));
        next = lanes.take(stop.isSet());
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      stop();
    } catch (RuntimeException | Error thrown) {
      // Data that cannot be read any further ends the run, and never silently.
      broken = thrown;
      stop.set();
    }
  }

  /** Whatever is thrown is an error of this case; the worker goes on with the next. */
  private Outcome runCase(CaseScheduler.Next next, int worker, WorkerBrowsers browsers) {
    int number = next.numbered().number();
    Outcome outcome;
    try {
      outcome = outcomeOf(next, worker, browsers);
    } catch (Throwable thrown) {
      LOG.error("Case {} of run {} broke off", number, request.id(), thrown);
      outcome =
          without(
              number,
              Outcome.ERROR,
              "The case broke off: " + UnexpectedFailure.words(thrown) + ".");
    }
    finished(number, outcome);
    return outcome;
  }

  private Outcome outcomeOf(CaseScheduler.Next next, int worker, WorkerBrowsers browsers) {
    NumberedCase numbered = next.numbered();
    PreparedBrowsers supply = browsers.of(numbered.executable().browser());
    CaseRun run =
        new CaseRun(
            request,
            numbered,
            worker,
            supply,
            evidence,
            events,
            stop,
            next.more(),
            published,
            scopes,
            pages);
    if (stop.isSet()) {
      return without(run, numbered, Outcome.NOT_RUN, "The run was stopped before it began.");
    }
    return next.blocked().isEmpty()
        ? run.execute()
        : without(run, numbered, Outcome.BLOCKED, next.blocked());
  }

  /** A case that is not run may be the last of what surrounds others. */
  private Outcome without(CaseRun run, NumberedCase numbered, Outcome outcome, String reason) {
    CaseResult end = new CaseResult();
    run.leave(end);
    String more = end.failure() == null ? "" : " " + end.failure().message();
    return without(numbered.number(), outcome, reason + more);
  }

  /** Ends a case without running it. */
  private Outcome without(int number, Outcome outcome, String reason) {
    events.publish(
        new RunEvent.CaseFinished(EventPublisher.now(), number, outcome, 0, Failure.of(reason)));
    return outcome;
  }

  @Override
  public String id() {
    return request.id();
  }

  @Override
  public void stop() {
    Thread.ofVirtual().name("stop").start(this::end);
  }

  @Override
  public void pause(boolean wait) {
    stop.pause(wait);
  }

  @Override
  public boolean isPaused() {
    return stop.isPaused();
  }

  @Override
  public Optional<byte[]> picture(int worker) {
    return pages.picture(worker);
  }

  /** A second stop, or the end of the time for tear-downs, ends everything at once. */
  private void end() {
    boolean again = stop.isSet();
    stop.set();
    try {
      if (again || !await(TEAR_DOWN_LIMIT)) {
        stop.last().set();
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      stop.last().set();
    }
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
