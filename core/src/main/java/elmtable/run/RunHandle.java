package elmtable.run;

import java.time.Duration;

/** A run that is going. */
public interface RunHandle {
  String id();

  /** Ends it soon: steps that are going are broken off, browsers closed. Returns at once. */
  void stop();

  boolean isOver();

  /** Waits until it is over, at most so long, and tells whether it is. */
  boolean await(Duration atMost) throws InterruptedException;
}
