package elmtable.run.time;

import java.time.Duration;

/** Until when something has to be done, by a clock that nobody sets. */
public final class Deadline {
  public static final Deadline NEVER = new Deadline(Duration.ofDays(36_500));

  private final Duration whole;
  private final long begun = System.nanoTime();
  private long excluded;

  private Deadline(Duration whole) {
    this.whole = whole;
  }

  public static Deadline in(Duration time) {
    return new Deadline(time);
  }

  /** What was waited for does not count. */
  public void exclude(long nanos) {
    excluded += nanos;
  }

  public boolean isOver() {
    return left().isZero();
  }

  /** Nothing where it is over. */
  Duration left() {
    Duration left = whole.minusNanos(System.nanoTime() - begun - excluded);
    return left.isNegative() ? Duration.ZERO : left;
  }

  /** Of two limits the one that is reached first. */
  public Duration within(Duration limit) {
    Duration left = left();
    return left.compareTo(limit) < 0 ? left : limit;
  }
}
