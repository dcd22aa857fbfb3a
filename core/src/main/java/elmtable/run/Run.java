package elmtable.run;

import elmtable.browser.Browser;
import elmtable.plan.ExecutableCase;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
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
  record Numbered(int number, ExecutableCase executable) {}

  private final RunRequest request;
  private final Runner.Launchers launchers;
  private final EvidenceKeeper evidence;
  private final Events events;
  private final CountDownLatch over = new CountDownLatch(1);
  private final Map<Outcome, Integer> counts = new EnumMap<>(Outcome.class);
  private final StopSignal stop = new StopSignal();

  Run(
      RunRequest request,
      Runner.Launchers launchers,
      EvidenceKeeper evidence,
      List<RunListener> listeners) {
    this.request = request;
    this.launchers = launchers;
    this.evidence = evidence;
    this.events = new Events(listeners);
  }

  void execute() {
    try {
      List<Numbered> cases = numbered();
      tellStart(cases);
      try (Browser.Launcher launcher = launchers.make()) {
        stop.onStop(launcher::close);
        work(new ConcurrentLinkedQueue<>(lanes(cases)), launcher);
      }
      events.tell(new RunEvent.RunFinished(Events.now(), stop.isSet(), Map.copyOf(counts)));
    } catch (RuntimeException broken) {
      LOG.error("The run {} broke off", request.id(), broken);
      events.tell(new RunEvent.RunFinished(Events.now(), true, Map.copyOf(counts)));
    } finally {
      over.countDown();
    }
  }

  private List<Numbered> numbered() {
    List<Numbered> cases = new ArrayList<>();
    request
        .plan()
        .executables()
        .forEach(executable -> cases.add(new Numbered(cases.size() + 1, executable)));
    return cases;
  }

  private void tellStart(List<Numbered> cases) {
    events.tell(
        new RunEvent.RunStarted(
            Events.now(),
            request.id(),
            request.title(),
            request.plan().environment(),
            request.plan().browser(),
            request.workers(),
            request.seed(),
            cases.stream().map(Run::planned).toList()));
  }

  private static RunEvent.Planned planned(Numbered numbered) {
    ExecutableCase executable = numbered.executable();
    return new RunEvent.Planned(
        numbered.number(),
        executable.identity(),
        executable.name(),
        executable.entry().suiteName(),
        executable.entry().path(),
        executable.entry().placed().headerLine() + 1,
        executable.row().map(row -> row.number()).orElse(0),
        executable.row().map(row -> row.shown()).orElse(Map.of()),
        executable.tags());
  }

  private static List<List<Numbered>> lanes(List<Numbered> cases) {
    Map<String, List<Numbered>> bySuite = new LinkedHashMap<>();
    for (Numbered numbered : cases) {
      boolean alone =
          numbered
              .executable()
              .entry()
              .suite()
              .filter(suite -> suite.isYes("independent"))
              .isPresent();
      String lane = numbered.executable().entry().path() + (alone ? "\n" + numbered.number() : "");
      bySuite.computeIfAbsent(lane, key -> new ArrayList<>()).add(numbered);
    }
    return new ArrayList<>(bySuite.values());
  }

  private void work(ConcurrentLinkedQueue<List<Numbered>> lanes, Browser.Launcher launcher) {
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

  private void drain(
      ConcurrentLinkedQueue<List<Numbered>> lanes, int worker, Browser.Launcher launcher) {
    try (BrowserSupply browsers =
        new BrowserSupply(launcher.lane(BrowserSetups.of(request)), stop)) {
      for (List<Numbered> lane = lanes.poll(); lane != null; lane = lanes.poll()) {
        for (int i = 0; i < lane.size(); i++) {
          boolean more = i + 1 < lane.size() || !lanes.isEmpty();
          runCase(lane.get(i), worker, browsers, more);
        }
      }
    }
  }

  private void runCase(Numbered numbered, int worker, BrowserSupply browsers, boolean more) {
    Outcome outcome;
    if (stop.isSet()) {
      outcome = Outcome.NOT_RUN;
      events.tell(
          new RunEvent.CaseFinished(
              Events.now(),
              numbered.number(),
              outcome,
              0,
              Failure.of("The run was stopped before it began.")));
    } else {
      outcome =
          new CaseRun(request, numbered, worker, browsers, evidence, events, stop, more).execute();
    }
    synchronized (counts) {
      counts.merge(outcome, 1, Integer::sum);
    }
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
