package elmtable.server.store;

import elmtable.run.event.Outcome;
import it.unimi.dsi.fastutil.longs.Long2DoubleOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.nio.charset.StandardCharsets;
import java.util.OptionalDouble;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * How every executable case ended last. Half a million of them take a few megabytes: an identity is
 * kept as its 64-bit hash (MurmurHash3), by which two of a million are taken for one with a chance
 * of one in ten million.
 */
final class LastOutcomes {
  private static final int NONE = -1;

  /** How much the newest time counts. */
  static final double NEWEST = 0.3;

  private final Long2IntOpenHashMap outcomes = new Long2IntOpenHashMap();
  private final Long2DoubleOpenHashMap millis = new Long2DoubleOpenHashMap();

  private long changes;

  private LastOutcomes() {
    outcomes.defaultReturnValue(NONE);
    millis.defaultReturnValue(NONE);
  }

  static LastOutcomes read(Database database) {
    LastOutcomes last = new LastOutcomes();
    Jdbc.query(
        database,
        "select identity, outcome, millis from last_outcome",
        statement -> {},
        rows -> {
          long key = key(rows.getString(1));
          last.outcomes.put(key, Outcome.named(rows.getString(2)).ordinal());
          double usual = rows.getDouble(3);
          if (!rows.wasNull()) {
            last.millis.put(key, usual);
          }
          return 0;
        });
    return last;
  }

  /** Null where it never ran. */
  synchronized Outcome of(String identity) {
    int outcome = outcomes.get(key(identity));
    return outcome == NONE ? null : Outcome.values()[outcome];
  }

  /** How long it usually takes when it passes. */
  synchronized OptionalDouble millis(String identity) {
    double usual = millis.get(key(identity));
    return usual == NONE ? OptionalDouble.empty() : OptionalDouble.of(usual);
  }

  /** How often something was taken in. */
  synchronized long changes() {
    return changes;
  }

  /** Takes in how it ended; each time that it passed moves its usual time by some. */
  synchronized void put(String identity, Outcome outcome, double took) {
    long key = key(identity);
    changes++;
    outcomes.put(key, outcome.ordinal());
    if (outcome == Outcome.PASSED) {
      double before = millis.get(key);
      millis.put(key, before == NONE ? took : before + (took - before) * NEWEST);
    }
  }

  private static long key(String identity) {
    return MurmurHash3.hash128x64(identity.getBytes(StandardCharsets.UTF_8))[0];
  }
}
