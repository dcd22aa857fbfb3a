package elmtable.server.store;

import elmtable.run.event.RunEvent;
import java.util.ArrayList;
import java.util.List;

/** The events of one case at once, of which tests have few. */
public final class StoredEvents {
  private StoredEvents() {}

  public static List<RunEvent> of(RunStore runs, long run, int number) {
    List<RunEvent> events = new ArrayList<>();
    runs.events(run, number, events::add);
    return events;
  }
}
