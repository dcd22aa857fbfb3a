package elmtable.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Counts how often names came, and how often rows came that gave the same name, by hashes of 64
 * bits: a million of them take 32 MB. Two different texts count as one with a chance of about
 * 10<sup>-8</sup> among a million.
 */
final class DuplicateCounter {
  private static final long FNV_START = 0xcbf29ce484222325L;
  private static final long FNV_PRIME = 0x100000001b3L;
  private static final long END_OF_TEXT = 0x1_0000;

  /** Each name's hash, and behind it that of the first row with that name. */
  private long[] table = new long[128];

  private int size;

  /** How often those names came that came more than once. */
  private final Map<Long, Integer> names = new HashMap<>();

  /** How often those rows came whose name came more than once. */
  private final Map<Long, Integer> rows = new HashMap<>();

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
    long nameHash = mixed(hash(FNV_START, name));
    long rowHash = FNV_START;
    for (int i = 0; i < row.size(); i++) {
      rowHash = (hash(rowHash, row.get(i)) ^ END_OF_TEXT) * FNV_PRIME;
    }
    int at = place(table, nameHash);
    if (table[at] != nameHash) {
      table[at] = nameHash;
      table[at + 1] = rowHash;
      size++;
      if (size * 8L > table.length * 3L) {
        grow();
      }
      return Times.FIRST;
    }
    int before = rowHash == table[at + 1] ? 1 : 0;
    return new Times(
        names.merge(nameHash, 2, (times, two) -> times + 1),
        rows.merge(rowHash, before + 1, (times, first) -> times + 1));
  }

  /** FNV-1a over UTF-16 units. */
  private static long hash(long from, String text) {
    long hash = from;
    for (int i = 0; i < text.length(); i++) {
      hash = (hash ^ text.charAt(i)) * FNV_PRIME;
    }
    return hash;
  }

  /** The last step of SplitMix64; 0 marks a free place and is no hash. */
  static long mixed(long raw) {
    long hash = (raw ^ (raw >>> 30)) * 0xbf58476d1ce4e5b9L;
    hash = (hash ^ (hash >>> 27)) * 0x94d049bb133111ebL;
    hash ^= hash >>> 31;
    return hash == 0 ? 1 : hash;
  }

  private static int place(long[] table, long hash) {
    int mask = table.length - 2;
    int at = (int) hash & mask;
    while (table[at] != 0 && table[at] != hash) {
      at = (at + 2) & mask;
    }
    return at;
  }

  private void grow() {
    long[] larger = new long[table.length * 2];
    for (int i = 0; i < table.length; i += 2) {
      if (table[i] != 0) {
        int at = place(larger, table[i]);
        larger[at] = table[i];
        larger[at + 1] = table[i + 1];
      }
    }
    table = larger;
  }
}
