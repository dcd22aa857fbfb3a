package elmtable.data.pairs;

import java.util.Random;

/** Looks for an array of fewer rows by tabu search. */
final class RowSearch {
  private final int[] sizes;
  private final Random random;
  private long work;

  private RowSearch(int[] sizes, Random random, long work) {
    this.sizes = sizes;
    this.random = random;
    this.work = work;
  }

  /**
   * @param complete rows that cover everything
   * @param work how many elementary steps may be made
   */
  static int[][] fewer(int[] sizes, int[][] complete, Random random, long work) {
    RowSearch search = new RowSearch(sizes, random, work);
    int[][] best = complete;
    int least = sizes[0] * sizes[1];
    while (search.work > 0 && best.length > least) {
      int[][] rows = search.repaired(search.withoutOne(best));
      if (rows == null) {
        break;
      }
      best = rows;
    }
    return best;
  }

  /** The rows without the one that is missed least. */
  private int[][] withoutOne(int[][] rows) {
    Coverage coverage = new Coverage(sizes);
    for (int[] row : rows) {
      coverage.add(row);
    }
    int out = 0;
    int fewest = Integer.MAX_VALUE;
    for (int r = 0; r < rows.length; r++) {
      int only = coverage.onlyIn(rows[r]);
      if (only < fewest) {
        fewest = only;
        out = r;
      }
    }
    int[][] left = new int[rows.length - 1][];
    for (int r = 0; r < left.length; r++) {
      left[r] = rows[r < out ? r : r + 1].clone();
    }
    return left;
  }

  /** The rows changed until they cover everything, or null where the work ran out before. */
  private int[][] repaired(int[][] rows) {
    Coverage coverage = new Coverage(sizes);
    for (int[] row : rows) {
      coverage.add(row);
    }
    Repair repair = new Repair(rows, coverage);
    while (coverage.missing() > 0) {
      if (work <= 0) {
        return null;
      }
      repair.turn();
    }
    return rows;
  }

  /**
   * Each turn puts one missing pair somewhere where half of it stands already, at the place that
   * breaks least. A cell just changed rests for a few turns, unless changing it gives the best
   * state so far.
   */
  private final class Repair {
    private final int[][] rows;
    private final Coverage coverage;
    private final long[] rests;
    private long turn;
    private int fewest;
    private int bestChange;
    private int bestRow;
    private int bestColumn;
    private int bestValue;
    private int equals;

    Repair(int[][] rows, Coverage coverage) {
      this.rows = rows;
      this.coverage = coverage;
      rests = new long[rows.length * sizes.length];
      fewest = coverage.missing();
    }

    void turn() {
      turn++;
      int pair = coverage.missingPair(random.nextInt(coverage.missing()));
      int c = coverage.firstColumn(pair);
      int d = coverage.secondColumn(pair);
      int v = coverage.firstValue(pair);
      int w = coverage.secondValue(pair);
      bestChange = Integer.MAX_VALUE;
      bestRow = -1;
      for (int r = 0; r < rows.length; r++) {
        if (rows[r][c] == v) {
          consider(r, d, w);
        } else if (rows[r][d] == w) {
          consider(r, c, v);
        }
      }
      work -= 2L * rows.length + 4L * sizes.length + 20;
      if (bestRow < 0) {
        bestRow = random.nextInt(rows.length);
        coverage.set(rows[bestRow], c, v);
        bestColumn = d;
        bestValue = w;
      }
      coverage.set(rows[bestRow], bestColumn, bestValue);
      rests[bestRow * sizes.length + bestColumn] = turn + 1 + random.nextInt(3);
      fewest = Math.min(fewest, coverage.missing());
    }

    private void consider(int r, int column, int value) {
      work -= sizes.length + 12;
      int change = coverage.change(rows[r], column, value);
      boolean allowed =
          rests[r * sizes.length + column] < turn || coverage.missing() + change < fewest;
      if (!allowed || change > bestChange) {
        return;
      }
      equals = change < bestChange ? 1 : equals + 1;
      if (equals == 1 || random.nextInt(equals) == 0) {
        bestChange = change;
        bestRow = r;
        bestColumn = column;
        bestValue = value;
      }
    }
  }
}
