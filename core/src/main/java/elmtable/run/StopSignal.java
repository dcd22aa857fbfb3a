package elmtable.run;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/** Tells everything in a run that it is to end. */
final class StopSignal {
  private final CountDownLatch set = new CountDownLatch(1);
  private final List<Runnable> actions = new ArrayList<>();

  /** What to do when the signal is given; done at once where it was given before. */
  void onStop(Runnable action) {
    synchronized (actions) {
      if (!isSet()) {
        actions.add(action);
        return;
      }
    }
    action.run();
  }

  void set() {
    List<Runnable> now;
    synchronized (actions) {
      if (isSet()) {
        return;
      }
      set.countDown();
      now = List.copyOf(actions);
    }
    now.forEach(Runnable::run);
  }

  boolean isSet() {
    return set.getCount() == 0;
  }

  void check() {
    if (isSet()) {
      throw new RunStoppedException();
    }
  }

  /** Waits a time; a stop ends it early. */
  void sleep(long millis) {
    try {
      if (set.await(millis, TimeUnit.MILLISECONDS)) {
        throw new RunStoppedException();
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new RunStoppedException();
    }
  }
}
