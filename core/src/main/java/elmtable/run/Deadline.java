package elmtable.run;

import java.time.Duration;

/** Until when something has to be done, by a clock that nobody sets. */
final class Deadline {
  static final Deadline NEVER = new Deadline(Duration.ofDays(36_500));

  private final Duration whole;
  private final long begun = System.nanoTime();
  private long excluded;

  private Deadline(Duration whole) {
    this.whole = whole;
  }

  static Deadline in(Duration time) {
    return new Deadline(time);
  }

  /** What was waited for does not count. */
  void exclude(long nanos) {
    excluded += nanos;
  }

  boolean isOver() {
    return left().isZero();
  }

  /** Nothing where it is over. */
  Duration left() {
    Duration left = whole.minusNanos(System.nanoTime() - begun - excluded);
    return left.isNegative() ? Duration.ZERO : left;
  }

  /** Of two limits the one that is reached first. */
  Duration within(Duration limit) {
    Duration left = left();
    return left.compareTo(limit) < 0 ? left : limit;
  }
}
