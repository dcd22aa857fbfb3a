package elmtable.run.scope;

import elmtable.browser.BrowserState;
import elmtable.formula.Value;
import elmtable.plan.CaseOrder.Part;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.step.Frame;
import elmtable.run.step.StepRunner;
import elmtable.run.time.RunStoppedException;
import elmtable.run.time.StopSignal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Supplier;

/**
 * A scope that several executable cases share: all rows of a case, a suite, or a run in one
 * environment and browser. Each thing is set up once in it, whoever asks first; a failure is kept.
 */
public final class WideScope {
  /**
   * Something that was set up.
   *
   * @param name as steps call it, its places filled in
   * @param frame what its set-up kept; null for a hook
   * @param given by the names that others use
   * @param number the case in which it happened
   * @param state what sites kept in its browser, where that is needed again
   * @param nanos how long it took
   * @param at when it ended, by the clock of {@link System#nanoTime()}
   */
  record SetUp(
      Part part,
      String name,
      Frame frame,
      StepRunner.Result result,
      Map<String, Value> given,
      int number,
      Optional<BrowserState> state,
      long nanos,
      long at) {
    boolean isGood() {
      return result.isGood();
    }
  }

  private final Map<String, CompletableFuture<SetUp>> setUps = new HashMap<>();

  /** Those whose set-up began, in this order. */
  private final List<SetUp> begun = new ArrayList<>();

  /** Hooks for its end, by their place. */
  private final Map<String, Part> endHooks = new LinkedHashMap<>();

  private final Map<String, Integer> reuses = new HashMap<>();
  private CaseBrowser shared;
  private int remaining;

  /** One more executable case belongs to it. */
  synchronized void expect() {
    remaining++;
  }

  /** Whether the case that leaves is the last one. */
  synchronized boolean leave() {
    remaining--;
    return remaining == 0;
  }

  /**
   * What is set up under a key; the first who asks does it, others wait for it.
   *
   * @param stop ends the waiting
   */
  SetUp reach(String key, StopSignal stop, Supplier<SetUp> work) {
    CompletableFuture<SetUp> mine = new CompletableFuture<>();
    CompletableFuture<SetUp> there;
    synchronized (this) {
      there = setUps.putIfAbsent(key, mine);
    }
    if (there != null) {
      if (!there.isDone()) {
        stop.onStop(() -> there.completeExceptionally(new RunStoppedException()));
      }
      return joined(there);
    }
    try {
      SetUp done = work.get();
      began(done);
      mine.complete(done);
      return done;
    } catch (Throwable thrown) {
      mine.completeExceptionally(thrown);
      throw thrown;
    }
  }

  /** What is to be torn down, also where its set-up was broken off. */
  synchronized void began(SetUp done) {
    begun.add(done);
  }

  private static SetUp joined(CompletableFuture<SetUp> there) {
    try {
      return there.join();
    } catch (CompletionException | CancellationException failed) {
      throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
    }
  }

  /** What was set up under a key is of no use any more; the next who asks does it again. */
  synchronized void forget(String key, SetUp old) {
    CompletableFuture<SetUp> there = setUps.get(key);
    if (there != null && there.getNow(null) == old) {
      setUps.remove(key);
      reuses.remove(key);
    }
  }

  /** Counts a use of what was set up, and gives how many there were. */
  synchronized int reused(String key) {
    return reuses.merge(key, 1, Integer::sum);
  }

  synchronized void endWith(Part hook) {
    endHooks.putIfAbsent(hook.document() + ":" + hook.line(), hook);
  }

  /** Whether nothing was set up in it, and nothing is to be done at its end. */
  public synchronized boolean isEmpty() {
    return begun.isEmpty() && endHooks.isEmpty();
  }

  /** What is to be torn down, the last first. */
  synchronized List<SetUp> begun() {
    return new ArrayList<>(begun).reversed();
  }

  synchronized List<Part> endHooks() {
    return new ArrayList<>(endHooks.values()).reversed();
  }

  /** The browser that all of it acts in, where isolation is this scope. */
  public synchronized CaseBrowser shared(Supplier<CaseBrowser> first) {
    if (shared == null) {
      shared = first.get();
    }
    return shared;
  }

  /** What acted in the shared browser is gone with it. */
  public synchronized void lost() {
    setUps.clear();
  }

  public synchronized void endShared() {
    if (shared != null) {
      shared.close();
    }
  }
}
