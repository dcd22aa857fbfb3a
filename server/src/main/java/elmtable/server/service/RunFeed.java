package elmtable.server.service;

import elmtable.run.event.RunEvent;
import java.util.List;

/** The events of a run that is going, to be fetched at one's own pace. */
public interface RunFeed {
  /**
   * Events in their order.
   *
   * @param from the index of the first; higher than asked for where those before are held no more
   */
  record Page(int from, List<RunEvent> events) {
    public Page {
      events = List.copyOf(events);
    }
  }

  /** Events from the one with index {@code from} on. */
  Page events(int from, int most);

  /** Whether no further events come. */
  boolean isOver();

  /** Is called at each event, and may not take long. */
  void watch(Runnable watcher);

  void unwatch(Runnable watcher);
}
