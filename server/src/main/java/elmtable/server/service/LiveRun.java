package elmtable.server.service;

import elmtable.run.RunHandle;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.server.store.RunStore.SuiteCounts;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Supplier;

/**
 * A run that is going. It holds the last of its events; who is further behind goes on from there,
 * and has the counts for what it missed.
 */
final class LiveRun implements RunListener, RunFeed {
  private static final int MOST_EVENTS = 20_000;

  /** The event with index {@code i} is at {@code i % MOST_EVENTS}. */
  private final List<RunEvent> events = new ArrayList<>();

  private final List<Runnable> watchers = new CopyOnWriteArrayList<>();

  /** The suites of cases that have not ended, by their number. */
  private final Map<Integer, String> open = new HashMap<>();

  private final Map<String, Suite> suites = new LinkedHashMap<>();

  /** How many events there were. */
  private int told;

  private volatile boolean over;
  private RunHandle handle;

  private static final class Suite {
    private final Map<Outcome, Integer> counts = new EnumMap<>(Outcome.class);
    private int total;
  }

  /** Nothing here waits: a watcher is only woken, and fetches the events itself. */
  @Override
  public void on(RunEvent event) {
    synchronized (this) {
      if (events.size() < MOST_EVENTS) {
        events.add(event);
      } else {
        events.set(told % MOST_EVENTS, event);
      }
      told++;
      count(event);
    }
    watchers.forEach(Runnable::run);
  }

  private void count(RunEvent event) {
    if (event instanceof RunEvent.CasesPlanned planned) {
      for (RunEvent.Planned one : planned.cases()) {
        open.put(one.number(), one.suite());
        suites.computeIfAbsent(one.suite(), name -> new Suite()).total++;
      }
    } else if (event instanceof RunEvent.CaseFinished done) {
      String suite = open.remove(done.number());
      if (suite != null) {
        suites.get(suite).counts.merge(done.outcome(), 1, Integer::sum);
      }
    }
  }

  /** How the cases of its suites ended so far. */
  synchronized List<SuiteCounts> suites() {
    return suites.entrySet().stream()
        .map(suite ->
            new SuiteCounts(
                suite.getKey(), suite.getValue().total, Map.copyOf(suite.getValue().counts)))
        .toList();
  }

  /** Nobody stops it, or hears of it, before it can be stopped. */
  synchronized void start(Supplier<RunHandle> starting) {
    handle = starting.get();
  }

  synchronized RunHandle handle() {
    return handle;
  }

  void end() {
    over = true;
    watchers.forEach(Runnable::run);
  }

  @Override
  public synchronized Page events(int from, int most) {
    // Of a run whose events are too many to be followed one by one, the newest are worth more.
    int first = told <= MOST_EVENTS ? from : Math.max(from, told - most);
    List<RunEvent> page = new ArrayList<>();
    for (int place = first; place < told && page.size() < most; place++) {
      page.add(events.get(place % MOST_EVENTS));
    }
    return new Page(first, page);
  }

  @Override
  public boolean isOver() {
    return over;
  }

  @Override
  public void watch(Runnable watcher) {
    watchers.add(watcher);
  }

  @Override
  public void unwatch(Runnable watcher) {
    watchers.remove(watcher);
  }
}
