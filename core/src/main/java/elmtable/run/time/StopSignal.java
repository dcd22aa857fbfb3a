package elmtable.run.time;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/**
 * Tells everything in a run that it is to end. The first signal breaks off set-ups and steps; what
 * was set up is still torn down, until the {@link #last()} one.
 */
public final class StopSignal {
  private final CountDownLatch set = new CountDownLatch(1);
  private final List<Runnable> actions = new ArrayList<>();
  private final Set<Thread> breakable = new HashSet<>();

  /** Nothing new begins while it is set; only the first signal has it. */
  private boolean paused;

  /** Null for a last signal. */
  private final StopSignal last;

  public StopSignal() {
    this(new StopSignal(null));
  }

  private StopSignal(StopSignal last) {
    this.last = last;
  }

  /** The signal after which nothing goes on, not even a tear-down. */
  public StopSignal last() {
    return last == null ? this : last;
  }

  /** What to do when the signal is given; done at once where it was given before. */
  public void onStop(Runnable action) {
    synchronized (this) {
      if (!isSet()) {
        actions.add(action);
        return;
      }
    }
    action.run();
  }

  public void set() {
    List<Runnable> now;
    synchronized (this) {
      if (isSet()) {
        return;
      }
      set.countDown();
      notifyAll();
      breakable.forEach(Thread::interrupt);
      now = List.copyOf(actions);
    }
    now.forEach(Runnable::run);
  }

  /** Does something that the signal breaks off wherever it waits. */
  public void breakable(Runnable work) {
    synchronized (this) {
      check();
      breakable.add(Thread.currentThread());
    }
    try {
      work.run();
    } finally {
      synchronized (this) {
        breakable.remove(Thread.currentThread());
        // What comes after it, such as a tear-down, may wait again.
        Thread.interrupted();
      }
    }
  }

  /** Has those who ask for it wait, or go on. */
  public synchronized void pause(boolean wait) {
    paused = wait;
    notifyAll();
  }

  public synchronized boolean isPaused() {
    return paused && !isSet();
  }

  /** Waits while there is a pause, until it or everything ends; gives for how long. */
  public long awaitContinue() {
    long begun = System.nanoTime();
    synchronized (this) {
      try {
        while (isPaused()) {
          wait();
        }
      } catch (InterruptedException interrupted) {
        Thread.currentThread().interrupt();
        throw new RunStoppedException();
      }
    }
    return System.nanoTime() - begun;
  }

  public boolean isSet() {
    return set.getCount() == 0;
  }

  public void check() {
    if (isSet()) {
      throw new RunStoppedException();
    }
  }

  /** Waits a time; a stop ends it early. */
  public void sleep(long millis) {
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
