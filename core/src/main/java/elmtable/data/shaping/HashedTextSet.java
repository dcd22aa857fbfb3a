package elmtable.data.shaping;

import elmtable.data.source.BrokenDataException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * Which texts came before, and where first, by hashes of 128 bits: about 40 bytes for each text,
 * however long. That two texts have one hash is less likely than a fault of the machine.
 */
final class HashedTextSet {
  private static final int FULL_AT_TENTHS = 6;
  private static final int BYTES_EACH = 2 * Long.BYTES + Integer.BYTES;

  private long[] hashes = new long[256];
  private int[] numbers = new int[128];
  private int size;

  /** The number that came with the same text before, or 0; the first number stays. */
  int before(String text, int number) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    long[] hash = MurmurHash3.hash128x64(bytes);
    if ((size + 1) * 10L > numbers.length * (long) FULL_AT_TENTHS) {
      grow();
    }
    int at = slot(hashes, numbers, hash[0], hash[1]);
    if (numbers[at] != 0) {
      return numbers[at];
    }
    put(hashes, numbers, at, hash[0], hash[1], number);
    size++;
    return 0;
  }

  /** A free slot has the number 0. */
  private static int slot(long[] hashes, int[] numbers, long a, long b) {
    int mask = numbers.length - 1;
    int at = (int) a & mask;
    while (numbers[at] != 0 && (hashes[2 * at] != a || hashes[2 * at + 1] != b)) {
      at = at + 1 & mask;
    }
    return at;
  }

  private static void put(long[] hashes, int[] numbers, int at, long a, long b, int number) {
    hashes[2 * at] = a;
    hashes[2 * at + 1] = b;
    numbers[at] = number;
  }

  private void grow() {
    long bytes = 2L * numbers.length * BYTES_EACH;
    long most = Runtime.getRuntime().maxMemory() / 2;
    if (bytes > most) {
      throw new BrokenDataException(
          String.format(
              Locale.ROOT,
              "%,d different rows are too many to tell apart in %,d MB of memory; take fewer with"
                  + " where or first, or give Java more with -Xmx.",
              size,
              most >> 19));
    }
    long[] moreHashes = new long[hashes.length * 2];
    int[] moreNumbers = new int[numbers.length * 2];
    for (int i = 0; i < numbers.length; i++) {
      if (numbers[i] != 0) {
        long a = hashes[2 * i];
        long b = hashes[2 * i + 1];
        put(moreHashes, moreNumbers, slot(moreHashes, moreNumbers, a, b), a, b, numbers[i]);
      }
    }
    hashes = moreHashes;
    numbers = moreNumbers;
  }
}
