package elmtable.run.request;

import elmtable.block.PlanBlock;
import elmtable.block.Property;
import java.time.Duration;
import java.util.Optional;

/**
 * How a run is carried out, beside what is run. It changes no case's identity.
 *
 * @param workers how many suites at most run side by side
 * @param seed of random values
 * @param tries how often each case may be tried at least, whatever it says itself
 * @param stopAfter after how many cases that did not pass the run is stopped; 0 for never
 * @param seen whether browsers are shown on the machine's screen instead of headless
 * @param pace the time between steps instead of the browser's own
 * @param pictures whether a picture is kept after each step
 * @param within how long a step waits where nothing nearer says it
 * @param timeout how long a case may take where nothing nearer says it
 */
public record RunChoices(
    int workers,
    long seed,
    int tries,
    int stopAfter,
    boolean seen,
    Optional<Duration> pace,
    boolean pictures,
    Optional<Duration> within,
    Optional<Duration> timeout) {
  public static RunChoices usual(int workers, long seed) {
    return new RunChoices(
        workers, seed, 1, 0, false, Optional.empty(), false, Optional.empty(), Optional.empty());
  }

  /** These, with what a saved plan says. */
  public RunChoices with(PlanBlock plan) {
    return new RunChoices(
        said(plan.workers()).orElse(workers),
        said(plan.seed()).map(Integer::longValue).orElse(seed),
        said(plan.tries()).orElse(tries),
        said(plan.stopAfter()).orElse(stopAfter),
        seen,
        pace,
        said(plan.picturesOfSteps()).orElse(pictures),
        said(plan.within()).or(() -> within),
        said(plan.timeout()).or(() -> timeout));
  }

  private static <T> Optional<T> said(Optional<Property<T>> property) {
    return property.flatMap(Property::value);
  }
}
