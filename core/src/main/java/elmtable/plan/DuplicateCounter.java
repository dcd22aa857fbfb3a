package elmtable.plan;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.List;

/**
 * Counts how often names came, and how often rows came that gave the same name, by hashes of 64
 * bits: a million of them take 32 MB. Two different texts count as one with a chance of about
 * 10<sup>-8</sup> among a million.
 */
final class DuplicateCounter {
  private static final long FNV_START = 0xcbf29ce484222325L;
  private static final long FNV_PRIME = 0x100000001b3L;
  private static final long END_OF_TEXT = 0x1_0000;

  /** Each name's hash, with that of the first row with that name. */
  private final Long2LongOpenHashMap firstRows = new Long2LongOpenHashMap();

  /** How often those names came that came more than once. */
  private final Long2IntOpenHashMap names = new Long2IntOpenHashMap();

  /** How often those rows came whose name came more than once. */
  private final Long2IntOpenHashMap rows = new Long2IntOpenHashMap();

  DuplicateCounter() {
    names.defaultReturnValue(1);
  }

  /**
   * How often a name and a row came, this time included.
   *
   * @param row at most {@code name}, since equal rows give equal names
   */
  record Times(int name, int row) {
    static final Times FIRST = new Times(1, 1);
  }

  /** Counts a row with the name that it gives. */
  Times count(String name, List<String> row) {
    long nameHash = hash(FNV_START, name);
    long rowHash = FNV_START;
    for (int i = 0; i < row.size(); i++) {
      rowHash = (hash(rowHash, row.get(i)) ^ END_OF_TEXT) * FNV_PRIME;
    }
    long firstRow = firstRows.putIfAbsent(nameHash, rowHash);
    if (firstRow == firstRows.defaultReturnValue()) {
      return Times.FIRST;
    }
    int again = rows.getOrDefault(rowHash, firstRow == rowHash ? 1 : 0) + 1;
    rows.put(rowHash, again);
    return new Times(names.addTo(nameHash, 1) + 1, again);
  }

  /** FNV-1a over UTF-16 units. */
  private static long hash(long from, String text) {
    long hash = from;
    for (int i = 0; i < text.length(); i++) {
      hash = (hash ^ text.charAt(i)) * FNV_PRIME;
    }
    return hash;
  }

  /** The last step of SplitMix64. */
  static long mixed(long raw) {
    long hash = (raw ^ (raw >>> 30)) * 0xbf58476d1ce4e5b9L;
    hash = (hash ^ (hash >>> 27)) * 0x94d049bb133111ebL;
    return hash ^ hash >>> 31;
  }
}
