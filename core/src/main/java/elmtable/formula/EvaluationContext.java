package elmtable.formula;

import java.time.Clock;
import java.util.Random;

/**
 * What formulas draw on beside their names.
 *
 * @param clock gives the time, and the run's time zone
 * @param random seeded by the run, so that its values can be had again
 * @param records where rows of data sets are found
 * @param secrets is told what is made of secrets
 */
public record EvaluationContext(
    Clock clock, Random random, RecordLookup records, SecretWatch secrets) {
  public static EvaluationContext seeded(long seed) {
    return seeded(seed, RecordLookup.NONE);
  }

  public static EvaluationContext seeded(long seed, RecordLookup records) {
    return new EvaluationContext(
        Clock.systemDefaultZone(), new Random(seed), records, SecretWatch.NONE);
  }

  public EvaluationContext watchedBy(SecretWatch watch) {
    return new EvaluationContext(clock, random, records, watch);
  }
}
