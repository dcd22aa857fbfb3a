package elmtable.run;

import java.time.Duration;
import java.util.Optional;

/** A run that is going. */
public interface RunHandle {
  String id();

  /** Ends it soon: steps that are going are broken off, browsers closed. Returns at once. */
  void stop();

  /**
   * Begins no further step, or goes on. A step that is going ends first; a pause is in no case's
   * time limit, and tear-downs of a run that is stopped do not wait.
   */
  void pause(boolean wait);

  boolean isPaused();

  /** What a worker's page shows now, as a JPEG; nothing where it is at none, or cannot tell. */
  Optional<byte[]> picture(int worker);

  boolean isOver();

  /** Waits until it is over, at most so long, and tells whether it is. */
  boolean await(Duration atMost) throws InterruptedException;
}
