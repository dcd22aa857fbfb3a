package elmtable.server.service;

import elmtable.plan.IdentityPlans;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.project.TypedSecrets;
import elmtable.run.Runner;
import elmtable.run.event.RunEvent;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import elmtable.server.store.RunStore;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/** Starts, watches and stops runs. */
public final class RunService implements AutoCloseable {
  public static final int USUAL_WORKERS = 2;
  private static final Duration STOP_LIMIT = Duration.ofSeconds(5);

  private final Workspace workspace;
  private final RunStore store;
  private final Runner runner;
  private final KeptValues kept;
  private final KeptSessions sessions;
  private final TypedSecrets secrets;
  private final Map<Long, LiveRun> live = new ConcurrentHashMap<>();

  /** Those that are over while not all have heard of it yet. */
  private final Set<LiveRun> ending = ConcurrentHashMap.newKeySet();

  private final List<Runnable> listeners = new CopyOnWriteArrayList<>();

  /**
   * @param kept values that runs hand to later ones
   * @param sessions of fixtures that runs hand to later ones
   * @param secrets of environments that documents leave empty
   */
  public RunService(
      Workspace workspace,
      RunStore store,
      Runner runner,
      KeptValues kept,
      KeptSessions sessions,
      TypedSecrets secrets) {
    this.workspace = workspace;
    this.store = store;
    this.runner = runner;
    this.kept = kept;
    this.sessions = sessions;
    this.secrets = secrets;
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

  /** An identity that no executable case has. */
  public static final class UnknownExecutableException extends RuntimeException {
    private static final long serialVersionUID = 1;

    UnknownExecutableException(String identity) {
      super("There is no executable case “" + identity + "” that can run.", null, false, false);
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
  public long start(Selection selection, String title, RunChoices choices) {
    Snapshot snapshot = workspace.snapshot();
    Project project = snapshot.project().with(secrets);
    Plan plan = IdentityPlans.plan(snapshot.checked(), selection);
    requireAll(selection.identities(), plan);
    long total = plan.count();
    if (total == 0) {
      throw new NothingToRunException();
    }
    MissingSecretException.require(project, plan.environments());
    long id =
        store.begin(
            title, plan.environment(), plan.browser(), choices.workers(), choices.seed(), total);
    LiveRun run = new LiveRun();
    live.put(id, run);
    RunRequest request =
        new RunRequest(
            String.valueOf(id),
            title,
            project,
            plan,
            choices,
            choices.within().orElse(RunRequest.USUAL_LIMIT),
            kept,
            sessions,
            store::usualMillis);
    run.start(() ->
        runner.start(request, store, List.of(store.writing(id, run), event -> ended(id, event))));
    tellOfChange();
    return id;
  }

  /** What would go wrong with a run of a plan, as far as it is known before the start. */
  public List<String> missing(Plan plan) {
    Project project = workspace.project().with(secrets);
    List<String> missing = new ArrayList<>(runner.missing(project, plan.browsers()));
    for (String environment : plan.environments()) {
      Environments.missingSecrets(project.index(), environment).stream()
          .map(name -> MissingSecretException.said(name, environment))
          .forEach(missing::add);
    }
    return missing;
  }

  /** Executable cases that are named one by one have to be there, every one. */
  private static void requireAll(List<String> identities, Plan plan) {
    Set<String> missing = IdentityPlans.missing(identities, plan);
    if (!missing.isEmpty()) {
      throw new UnknownExecutableException(missing.iterator().next());
    }
  }

  /** Whoever hears that a run is over finds all of it in the store. */
  private void ended(long id, RunEvent event) {
    if (event instanceof RunEvent.RunFinished) {
      store.flush();
      LiveRun run = live.get(id);
      ending.add(run);
      live.remove(id);
      run.end();
      tellOfChange();
      ending.remove(run);
    }
  }

  /** Runs came or went. */
  void tellOfChange() {
    listeners.forEach(Runnable::run);
  }

  public boolean isGoing(long id) {
    return live.containsKey(id);
  }

  /** The events of a run that is going; nothing where none is. */
  public Optional<RunFeed> feed(long id) {
    return Optional.ofNullable(live.get(id));
  }

  /** How the cases of each suite of a run ended, or stand while it goes. */
  public List<RunStore.SuiteCounts> suites(long id) {
    LiveRun run = live.get(id);
    return run == null ? store.suites(id) : run.suites();
  }

  /** Stops a run that is going; false where none is. */
  public boolean stop(long id) {
    Optional<LiveRun> run = Optional.ofNullable(live.get(id));
    run.ifPresent(found -> found.handle().stop());
    return run.isPresent();
  }

  /** Has a run that is going wait, or go on; false where none is. */
  public boolean pause(long id, boolean wait) {
    Optional<LiveRun> run = Optional.ofNullable(live.get(id));
    run.ifPresent(found -> {
      found.handle().pause(wait);
      tellOfChange();
    });
    return run.isPresent();
  }

  /** What a worker's page shows now; nothing where it is at none. */
  public Optional<byte[]> picture(long id, int worker) {
    LiveRun run = live.get(id);
    return run == null || run.handle() == null ? Optional.empty() : run.handle().picture(worker);
  }

  public boolean isPaused(long id) {
    LiveRun run = live.get(id);
    return run != null && run.handle() != null && run.handle().isPaused();
  }

  /** Stops every run and waits until their browsers are gone and all have heard of their end. */
  @Override
  public void close() {
    Set<LiveRun> going = new HashSet<>(live.values());
    going.forEach(run -> run.handle().stop());
    going.addAll(ending);
    for (LiveRun run : going) {
      try {
        run.handle().await(STOP_LIMIT);
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
