package elmtable.formula;

import java.time.Clock;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;

/**
 * What changing functions draw on.
 *
 * @param clock gives the time, and the run's time zone
 * @param random seeded by the run, so that its values can be had again
 * @param counter makes {@code unique} texts differ within a run
 * @param run the run's short name, which makes them differ between runs
 */
public record EvaluationContext(Clock clock, Random random, AtomicLong counter, String run) {
  public static EvaluationContext seeded(long seed, String run) {
    return new EvaluationContext(
        Clock.systemDefaultZone(), new Random(seed), new AtomicLong(), run);
  }
}
