package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.pairs.PairwiseRows;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PairwiseRowsTest {
  /** Reads {@code 4^15 3^17}. */
  private static int[] model(String written) {
    List<Integer> sizes = new ArrayList<>();
    for (String group : written.strip().split(" ")) {
      String[] parts = group.split("\\^");
      for (int i = 0; i < Integer.parseInt(parts[1]); i++) {
        sizes.add(Integer.valueOf(parts[0]));
      }
    }
    return sizes.stream().mapToInt(Integer::intValue).toArray();
  }

  private static void requireAllPairs(int[] sizes, int[][] rows) {
    for (int c = 0; c < sizes.length; c++) {
      for (int d = c + 1; d < sizes.length; d++) {
        Set<Integer> pairs = new HashSet<>();
        for (int[] row : rows) {
          assertTrue(row[c] >= 0 && row[c] < sizes[c], "a value of the column");
          pairs.add(row[c] * sizes[d] + row[d]);
        }
        assertEquals(sizes[c] * sizes[d], pairs.size(), "columns " + c + " and " + d);
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "3^4, 9",
    "3^13, 16",
    "4^15 3^17 2^29, 32",
    "4^1 3^39 2^35, 24",
    "2^100, 11",
    "10^20, 198",
    "5^1 4^2 3^3, 25",
    "1^3, 1",
    "7^1, 7",
    "2^3 1^2, 4"
  })
  void allPairsStandInFewRows(String written, int most) {
    int[] sizes = model(written);
    int[][] rows = PairwiseRows.cover(sizes, 1);
    requireAllPairs(sizes, rows);
    assertTrue(rows.length <= most, rows.length + " rows, " + most + " wanted");
  }

  @Test
  void anyModelIsCoveredAndComesOutTheSameAgain() {
    Random random = new Random(5);
    for (int i = 0; i < 60; i++) {
      int[] sizes = random.ints(1 + random.nextInt(7), 1, 6).toArray();
      int[][] rows = PairwiseRows.cover(sizes, i);
      requireAllPairs(sizes, rows);
      assertArrayEquals(rows, PairwiseRows.cover(sizes, i));
      requireAllPairs(sizes, PairwiseRows.quickly(sizes, i));
    }
  }
}
