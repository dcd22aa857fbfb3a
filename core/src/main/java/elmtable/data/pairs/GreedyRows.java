package elmtable.data.pairs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Completes an array row by row, each row covering as much as is found at once. */
final class GreedyRows {
  private final int[] sizes;
  private final Coverage coverage;
  private final Random random;

  private GreedyRows(int[] sizes, Random random) {
    this.sizes = sizes;
    this.coverage = new Coverage(sizes);
    this.random = random;
  }

  /**
   * @param start rows to begin with; their free cells are filled
   */
  static int[][] complete(int[] sizes, int[][] start, Random random) {
    GreedyRows greedy = new GreedyRows(sizes, random);
    List<int[]> rows = new ArrayList<>();
    for (int[] row : start) {
      int[] own = row.clone();
      rows.add(own);
      greedy.coverage.add(own);
    }
    for (int[] row : rows) {
      greedy.fill(row);
    }
    while (greedy.coverage.missing() > 0) {
      rows.add(greedy.row());
    }
    return rows.toArray(int[][]::new);
  }

  /** Fills what is free in a row, and counts what that covers. */
  private void fill(int[] row) {
    for (int c : shuffled()) {
      if (row[c] < 0) {
        int value = best(row, c);
        for (int d = 0; d < sizes.length; d++) {
          if (d != c && row[d] >= 0) {
            coverage.addPair(c, value, d, row[d]);
          }
        }
        row[c] = value;
      }
    }
  }

  private int[] row() {
    int[] row = new int[sizes.length];
    Arrays.fill(row, Constructions.FREE);
    int pair = coverage.missingPair(random.nextInt(coverage.missing()));
    row[coverage.firstColumn(pair)] = coverage.firstValue(pair);
    row[coverage.secondColumn(pair)] = coverage.secondValue(pair);
    coverage.addPair(
        coverage.firstColumn(pair),
        coverage.firstValue(pair),
        coverage.secondColumn(pair),
        coverage.secondValue(pair));
    fill(row);
    return row;
  }

  /** The value that covers most with what the row has already; of equal ones any. */
  private int best(int[] row, int c) {
    int best = 0;
    int most = -1;
    int equals = 0;
    for (int v = 0; v < sizes[c]; v++) {
      int covered = 0;
      for (int d = 0; d < sizes.length; d++) {
        if (d != c && row[d] >= 0 && coverage.isMissing(c, v, d, row[d])) {
          covered++;
        }
      }
      if (covered > most) {
        most = covered;
        best = v;
        equals = 1;
      } else if (covered == most && random.nextInt(++equals) == 0) {
        best = v;
      }
    }
    return best;
  }

  private int[] shuffled() {
    int[] order = new int[sizes.length];
    for (int i = 0; i < order.length; i++) {
      int j = random.nextInt(i + 1);
      order[i] = order[j];
      order[j] = i;
    }
    return order;
  }
}
