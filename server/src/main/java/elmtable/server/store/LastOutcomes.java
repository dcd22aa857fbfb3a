package elmtable.server.store;

import elmtable.run.event.Outcome;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.nio.charset.StandardCharsets;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * How every executable case ended last. Half a million of them take a few megabytes: an identity is
 * kept as its 64-bit hash (MurmurHash3), by which two of a million are taken for one with a chance
 * of one in ten million.
 */
final class LastOutcomes {
  private static final int NONE = -1;

  private final Long2IntOpenHashMap outcomes = new Long2IntOpenHashMap();

  private LastOutcomes() {
    outcomes.defaultReturnValue(NONE);
  }

  static LastOutcomes read(Database database) {
    LastOutcomes last = new LastOutcomes();
    Jdbc.query(
        database,
        "select identity, outcome from last_outcome",
        statement -> {},
        rows -> {
          last.put(rows.getString(1), Outcome.named(rows.getString(2)));
          return 0;
        });
    return last;
  }

  /** Null where it never ran. */
  synchronized Outcome of(String identity) {
    int outcome = outcomes.get(key(identity));
    return outcome == NONE ? null : Outcome.values()[outcome];
  }

  synchronized void put(String identity, Outcome outcome) {
    outcomes.put(key(identity), outcome.ordinal());
  }

  private static long key(String identity) {
    return MurmurHash3.hash128x64(identity.getBytes(StandardCharsets.UTF_8))[0];
  }
}
