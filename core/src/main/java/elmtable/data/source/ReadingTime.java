package elmtable.data.source;

import java.time.Duration;
import java.util.function.Supplier;

/**
 * How long whoever reads rows on this thread is ready to wait. Readers look at it with each row, so
 * that a source without end does not hold up those who only want to know whether it is sound.
 */
public final class ReadingTime {
  /** The moment at which it is over, by {@link System#nanoTime()}; null where there is no limit. */
  private static final ThreadLocal<Long> END = new ThreadLocal<>();

  private ReadingTime() {}

  /** Nobody waits any longer; what was read so far is all that is known. */
  public static final class OverException extends BrokenDataException {
    private static final long serialVersionUID = 1L;

    OverException() {
      super("Reading took longer than it may here.");
    }
  }

  /** Throws {@link OverException} out of a source that is read for longer. */
  public static <T> T within(Duration limit, Supplier<T> reading) {
    Long before = END.get();
    long end = System.nanoTime() + limit.toNanos();
    END.set(before == null ? end : Math.min(before, end));
    try {
      return reading.get();
    } finally {
      if (before == null) {
        END.remove();
      } else {
        END.set(before);
      }
    }
  }

  /** Throws {@link OverException} where the time is over. */
  public static void check() {
    Long end = END.get();
    if (end != null && System.nanoTime() - end > 0) {
      throw new OverException();
    }
  }

  /** What is left of the time, where it is limited, and no more than a given time. */
  public static Duration left(Duration most) {
    Long end = END.get();
    if (end == null) {
      return most;
    }
    Duration left = Duration.ofNanos(Math.max(1_000_000, end - System.nanoTime()));
    return left.compareTo(most) < 0 ? left : most;
  }
}
