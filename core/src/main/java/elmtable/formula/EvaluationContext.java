package elmtable.formula;

import java.time.Clock;
import java.util.Random;

/**
 * What functions draw on.
 *
 * @param clock gives the time, and the run's time zone
 * @param random seeded by the run, so that its values can be had again
 * @param records where rows of data sets are found
 */
public record EvaluationContext(Clock clock, Random random, RecordLookup records) {
  public static EvaluationContext seeded(long seed) {
    return seeded(seed, RecordLookup.NONE);
  }

  public static EvaluationContext seeded(long seed, RecordLookup records) {
    return new EvaluationContext(Clock.systemDefaultZone(), new Random(seed), records);
  }
}
