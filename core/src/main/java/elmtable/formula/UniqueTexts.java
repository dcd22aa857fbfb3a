package elmtable.formula;

import java.time.Clock;
import java.time.Instant;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Short texts that come once: quarters of milliseconds since 2026, in base 36. A process that takes
 * them faster than time goes runs ahead of it. They come again after 22 years.
 */
final class UniqueTexts {
  static final int LENGTH = 8;

  private static final long ALL = (long) Math.pow(36, LENGTH);
  private static final long BEGIN = Instant.parse("2026-01-01T00:00:00Z").getEpochSecond();
  private static final long NANOS_A_TICK = 250_000;
  private static final AtomicLong LAST = new AtomicLong(Long.MIN_VALUE);

  private UniqueTexts() {}

  static String next(Clock clock) {
    Instant now = clock.instant();
    long ticks = (now.getEpochSecond() - BEGIN) * 4_000 + now.getNano() / NANOS_A_TICK;
    long taken = LAST.accumulateAndGet(ticks, (last, current) -> Math.max(last + 1, current));
    String digits = Long.toString(Math.floorMod(taken, ALL), 36).toLowerCase(Locale.ROOT);
    return "0".repeat(LENGTH - digits.length()) + digits;
  }
}
