package elmtable.plan;

/**
 * Remembers names in at most 16 MB, however many there are: a Bloom filter (B. Bloom, Space/time
 * trade-offs in hash coding with allowable errors, 1970) whose four bits for a name lie in one
 * word, so that memory is touched once. Among a million names it takes about one new name in 4,000
 * for one that was there.
 */
final class NameBloomFilter {
  private static final int FEWEST_WORDS = 1 << 7;
  private static final int MOST_WORDS = 1 << 21;

  private final long[] words;

  /**
   * @param expected how many names there will be, about
   */
  NameBloomFilter(long expected) {
    long wanted = Math.max(FEWEST_WORDS, Math.min(2 * expected, MOST_WORDS));
    words = new long[(int) Long.highestOneBit(wanted)];
  }

  /**
   * @param salt sets names apart that are not to be taken for each other
   */
  void add(int salt, String name) {
    long hash = salted(salt, name);
    words[word(hash)] |= bits(hash);
  }

  /** False where the name was never added. */
  boolean mayHold(int salt, String name) {
    long hash = salted(salt, name);
    return (words[word(hash)] & bits(hash)) == bits(hash);
  }

  private static long salted(int salt, String name) {
    // 32 bits of a hash that the machine is quick at: names that share them cost a second look.
    return DuplicateCounter.mixed((long) salt << 32 ^ name.hashCode());
  }

  private int word(long hash) {
    return (int) hash & words.length - 1;
  }

  /** A shift takes the lowest six bits of its distance. */
  private static long bits(long hash) {
    return 1L << (hash >>> 40) | 1L << (hash >>> 46) | 1L << (hash >>> 52) | 1L << (hash >>> 58);
  }
}
