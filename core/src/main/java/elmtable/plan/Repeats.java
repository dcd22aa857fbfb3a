package elmtable.plan;

import java.util.List;

/**
 * Counts how often texts came, by a hash of 64 bits each, so that a million of them take few
 * megabytes. Two different texts count as one with a chance of about 10<sup>-8</sup> among a
 * million.
 */
final class Repeats {
  private static final long FNV_START = 0xcbf29ce484222325L;
  private static final long FNV_PRIME = 0x100000001b3L;

  private long[] hashes = new long[64];
  private int[] counts = new int[64];
  private int size;

  /** How often the text came, this time included. */
  int count(String text) {
    return add(hash(FNV_START, text));
  }

  int count(List<String> texts) {
    long hash = FNV_START;
    for (String text : texts) {
      hash = (hash(hash, text) ^ 0x1f) * FNV_PRIME;
    }
    return add(hash);
  }

  /** FNV-1a over UTF-16 units, mixed at the end as in SplitMix64. */
  private static long hash(long from, String text) {
    long hash = from;
    for (int i = 0; i < text.length(); i++) {
      hash = (hash ^ text.charAt(i)) * FNV_PRIME;
    }
    return hash;
  }

  private int add(long raw) {
    long hash = raw;
    hash = (hash ^ (hash >>> 30)) * 0xbf58476d1ce4e5b9L;
    hash = (hash ^ (hash >>> 27)) * 0x94d049bb133111ebL;
    hash ^= hash >>> 31;
    if (hash == 0) {
      hash = 1;
    }
    if (size * 2 >= hashes.length) {
      grow();
    }
    int at = place(hash);
    if (hashes[at] == 0) {
      hashes[at] = hash;
      size++;
    }
    return ++counts[at];
  }

  private int place(long hash) {
    int mask = hashes.length - 1;
    int at = (int) hash & mask;
    while (hashes[at] != 0 && hashes[at] != hash) {
      at = (at + 1) & mask;
    }
    return at;
  }

  private void grow() {
    long[] oldHashes = hashes;
    int[] oldCounts = counts;
    hashes = new long[oldHashes.length * 2];
    counts = new int[oldCounts.length * 2];
    for (int i = 0; i < oldHashes.length; i++) {
      if (oldHashes[i] != 0) {
        int at = place(oldHashes[i]);
        hashes[at] = oldHashes[i];
        counts[at] = oldCounts[i];
      }
    }
  }
}
