package elmtable.bench;

import elmtable.data.pairs.PairwiseRows;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** How few rows hold every pair of values, and how long finding them takes on one core. */
final class Pairing {
  private static final int SEED = 1;

  private Pairing() {}

  static void main() {
    Map<String, int[]> models = new TreeMap<>();
    models.put("3^4, at most 9", sizes(3, 4));
    models.put("3^13, at most 16", sizes(3, 13));
    models.put("4^15 3^17 2^29, at most 28", joined(sizes(4, 15), sizes(3, 17), sizes(2, 29)));
    models.put("4^1 3^39 2^35, at most 24", joined(sizes(4, 1), sizes(3, 39), sizes(2, 35)));
    models.put("2^100, at most 11", sizes(2, 100));
    models.put("10^20, at most 185", sizes(10, 20));
    models.forEach((name, sizes) -> {
      long begun = System.nanoTime();
      int quick = PairwiseRows.quickly(sizes, SEED).length;
      double first = Expanding.seconds(begun);
      begun = System.nanoTime();
      int rows = PairwiseRows.cover(sizes, SEED).length;
      System.out.printf(
          "pairs of %s: %d rows in %.2f s; a first answer of %d rows in %.3f s%n",
          name, rows, Expanding.seconds(begun), quick, first);
    });
  }

  private static int[] sizes(int values, int count) {
    int[] sizes = new int[count];
    Arrays.fill(sizes, values);
    return sizes;
  }

  private static int[] joined(int[]... parts) {
    return Arrays.stream(parts).flatMapToInt(IntStream::of).toArray();
  }
}
