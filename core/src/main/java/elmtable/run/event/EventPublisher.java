package elmtable.run.event;

import java.time.Instant;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hands events to listeners, one at a time; a listener that fails does not keep the others from
 * hearing.
 */
public final class EventPublisher {
  private static final Logger LOG = LoggerFactory.getLogger(EventPublisher.class);

  private final List<RunListener> listeners;

  public EventPublisher(List<RunListener> listeners) {
    this.listeners = List.copyOf(listeners);
  }

  public synchronized void publish(RunEvent event) {
    for (RunListener listener : listeners) {
      try {
        listener.on(event);
      } catch (RuntimeException broken) {
        LOG.error("A listener could not take in {}", event, broken);
      }
    }
  }

  public static Instant now() {
    return Instant.now();
  }
}
