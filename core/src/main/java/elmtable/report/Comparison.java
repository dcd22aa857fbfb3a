package elmtable.report;

import elmtable.run.event.Outcome;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What became of the executable cases of one run in a later one.
 *
 * @param broken those that passed and do not any more, by their numbers in the later run
 * @param fixed those that did not pass and do now
 * @param slower those that passed and passed again, but took much longer
 * @param added how many the later run has that the earlier one has not
 * @param gone how many only the earlier one has
 */
public record Comparison(
    List<Integer> broken, List<Integer> fixed, List<Integer> slower, long added, long gone) {
  /** A case is slower where it took half as long again, and so much longer that one notices. */
  private static final double SLOWER = 1.5;

  private static final double NOTICED_MILLIS = 500;

  private static final Set<Outcome> BAD =
      EnumSet.of(Outcome.FAILED, Outcome.ERROR, Outcome.BLOCKED);

  public Comparison {
    broken = List.copyOf(broken);
    fixed = List.copyOf(fixed);
    slower = List.copyOf(slower);
  }

  /** How an executable case ended; {@code outcome} is null where it did not. */
  public record Ended(int number, Outcome outcome, double millis) {}

  /**
   * Compares two runs.
   *
   * @param before how the cases of the earlier one ended, by identity
   * @param now the same of the later one
   */
  public static Comparison of(Map<String, Ended> before, Map<String, Ended> now) {
    List<Integer> broken = new ArrayList<>();
    List<Integer> fixed = new ArrayList<>();
    List<Integer> slower = new ArrayList<>();
    now.forEach((identity, ended) -> {
      Ended earlier = before.get(identity);
      if (earlier == null) {
        return;
      }
      boolean passed = earlier.outcome() == Outcome.PASSED;
      if (passed && isBad(ended)) {
        broken.add(ended.number());
      } else if (isBad(earlier) && ended.outcome() == Outcome.PASSED) {
        fixed.add(ended.number());
      } else if (passed && ended.outcome() == Outcome.PASSED && isSlower(earlier, ended)) {
        slower.add(ended.number());
      }
    });
    broken.sort(null);
    fixed.sort(null);
    slower.sort(null);
    long common = now.keySet().stream().filter(before::containsKey).count();
    return new Comparison(broken, fixed, slower, now.size() - common, before.size() - common);
  }

  private static boolean isBad(Ended ended) {
    return ended.outcome() != null && BAD.contains(ended.outcome());
  }

  private static boolean isSlower(Ended before, Ended now) {
    return now.millis() > SLOWER * before.millis()
        && now.millis() > before.millis() + NOTICED_MILLIS;
  }
}
