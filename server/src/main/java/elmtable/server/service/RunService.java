package elmtable.server.service;

import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.KeptValues;
import elmtable.run.RunHandle;
import elmtable.run.RunRequest;
import elmtable.run.Runner;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.server.store.RunStore;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;

/** Starts, watches and stops runs. */
public final class RunService implements AutoCloseable {
  private static final int USUAL_WORKERS = 2;
  private static final Duration STOP_LIMIT = Duration.ofSeconds(5);

  private final Workspace workspace;
  private final RunStore store;
  private final Runner runner;
  private final KeptValues kept;
  private final Map<Long, LiveRun> live = new ConcurrentHashMap<>();
  private final List<Runnable> listeners = new CopyOnWriteArrayList<>();

  /**
   * @param kept values that runs hand to later ones
   */
  public RunService(Workspace workspace, RunStore store, Runner runner, KeptValues kept) {
    this.workspace = workspace;
    this.store = store;
    this.runner = runner;
    this.kept = kept;
  }

  /** A selection that expands to nothing. */
  public static final class NothingToRunException extends RuntimeException {
    private static final long serialVersionUID = 1;

    NothingToRunException() {
      super(
          "Nothing that was chosen can run; the plan says of each case why it is out.",
          null,
          false,
          false);
    }
  }

  /** A run that is going, with everything that happened in it so far. */
  private static final class LiveRun implements RunListener {
    private final List<RunEvent> events = new ArrayList<>();
    private final List<RunListener> watchers = new CopyOnWriteArrayList<>();
    private RunHandle handle;

    @Override
    public synchronized void on(RunEvent event) {
      events.add(event);
      watchers.forEach(watcher -> watcher.on(event));
    }

    /** Nobody stops it, or hears of it, before it can be stopped. */
    synchronized void start(Supplier<RunHandle> starting) {
      handle = starting.get();
    }

    synchronized RunHandle handle() {
      return handle;
    }

    /** Tells a watcher all that happened, and from then on what happens. */
    synchronized void watch(RunListener watcher) {
      events.forEach(watcher::on);
      watchers.add(watcher);
    }
  }

  /** Is called when a run begins or ends. */
  public void onChange(Runnable listener) {
    listeners.add(listener);
  }

  /**
   * Starts a run of what a selection expands to and gives its number. Throws {@link
   * Planner.BadSelectionException}.
   */
  public long start(Selection selection, String title) {
    Workspace.Snapshot snapshot = workspace.snapshot();
    Project project = snapshot.project();
    Plan plan = Planner.plan(snapshot.checked(), selection);
    if (plan.count() == 0) {
      throw new NothingToRunException();
    }
    long seed = ThreadLocalRandom.current().nextInt(1, 100_000);
    long id = store.begin(title, plan.environment(), plan.browser(), USUAL_WORKERS, seed);
    LiveRun run = new LiveRun();
    live.put(id, run);
    RunRequest request =
        new RunRequest(
            String.valueOf(id),
            title,
            project,
            plan,
            USUAL_WORKERS,
            seed,
            RunRequest.USUAL_LIMIT,
            kept);
    RunListener onDisk = this::awaitDisk;
    run.start(() ->
        runner.start(
            request, store, List.of(store.writing(id), onDisk, run, event -> ended(id, event))));
    notifyListeners();
    return id;
  }

  /** Whoever hears that a run is over finds all of it in the store. */
  private void awaitDisk(RunEvent event) {
    if (event instanceof RunEvent.RunFinished) {
      store.flush();
    }
  }

  private void ended(long id, RunEvent event) {
    if (event instanceof RunEvent.RunFinished) {
      live.remove(id);
      notifyListeners();
    }
  }

  private void notifyListeners() {
    listeners.forEach(Runnable::run);
  }

  public boolean isGoing(long id) {
    return live.containsKey(id);
  }

  /**
   * Tells a watcher all that happened in a run that is going, and what happens from then on; false
   * where none is.
   */
  public boolean watch(long id, RunListener watcher) {
    Optional<LiveRun> run = Optional.ofNullable(live.get(id));
    run.ifPresent(found -> found.watch(watcher));
    return run.isPresent();
  }

  public void unwatch(long id, RunListener watcher) {
    Optional.ofNullable(live.get(id)).ifPresent(run -> run.watchers.remove(watcher));
  }

  /** Stops a run that is going; false where none is. */
  public boolean stop(long id) {
    Optional<LiveRun> run = Optional.ofNullable(live.get(id));
    run.ifPresent(found -> found.handle().stop());
    return run.isPresent();
  }

  /** Stops every run and waits until their browsers are gone. */
  @Override
  public void close() {
    List<LiveRun> going = List.copyOf(live.values());
    going.forEach(run -> run.handle().stop());
    for (LiveRun run : going) {
      try {
        run.handle().await(STOP_LIMIT);
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
