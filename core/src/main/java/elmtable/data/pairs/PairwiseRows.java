package elmtable.data.pairs;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Makes covering arrays of strength two. It begins with an array from a finite field or from sets
 * where one fits ({@link Constructions}), else with one made greedily, and then takes rows away and
 * repairs what they covered by a tabu search (after K. Nurmela, Upper bounds for covering arrays by
 * tabu search, 2004) until a fixed amount of work is done. The same sizes and seed give the same
 * rows.
 */
public final class PairwiseRows {
  /** The most elementary steps of a search; some seconds on one core. */
  private static final long MOST_WORK = 600_000_000L;

  /** Steps for each pair of the largest columns and each two columns; small models end early. */
  private static final long WORK_FOR_PAIRS = 60_000;

  private static final int LARGEST_SEARCHED = 40_000;

  private PairwiseRows() {}

  /**
   * @param sizes how many values each column has, each at least 1
   * @return rows of indexes, in no particular order, that cover all pairs
   */
  public static int[][] cover(int[] sizes, long seed) {
    int[] sorted = IntStream.of(sizes).sorted().toArray();
    long pairs = sizes.length < 2 ? 0 : (long) sorted[sizes.length - 1] * sorted[sizes.length - 2];
    long work = pairs * sizes.length * sizes.length * WORK_FOR_PAIRS;
    return cover(sizes, seed, Math.min(work, MOST_WORK));
  }

  /** The first complete answer, without the search for fewer rows. */
  public static int[][] quickly(int[] sizes, long seed) {
    return cover(sizes, seed, 0);
  }

  private static int[][] cover(int[] sizes, long seed, long work) {
    if (sizes.length == 0) {
      return new int[0][];
    }
    if (sizes.length == 1) {
      return IntStream.range(0, sizes[0]).mapToObj(i -> new int[] {i}).toArray(int[][]::new);
    }
    // Wide columns first: constructions want them so, and it changes nothing for the search.
    Integer[] order = IntStream.range(0, sizes.length).boxed().toArray(Integer[]::new);
    Arrays.sort(order, Comparator.comparingInt(column -> -sizes[column]));
    int[] sorted = Arrays.stream(order).mapToInt(column -> sizes[column]).toArray();
    int[][] rows = sortedCover(sorted, new Random(seed), work);
    int[][] back = new int[rows.length][sizes.length];
    for (int r = 0; r < rows.length; r++) {
      for (int c = 0; c < sizes.length; c++) {
        back[r][order[c]] = rows[r][c];
      }
    }
    return back;
  }

  private static int[][] sortedCover(int[] sizes, Random random, long work) {
    int least = sizes[0] * sizes[1];
    int[][] best = null;
    for (int[][] start : Constructions.of(sizes)) {
      int[][] complete = GreedyRows.complete(sizes, start, random);
      if (best == null || complete.length < best.length) {
        best = complete;
      }
    }
    // For two values, and for two columns, nothing is better; very large sets are not searched.
    boolean done = best.length == least || sizes[0] == 2 || sizes.length == 2;
    return done || work == 0 || least > LARGEST_SEARCHED
        ? best
        : RowSearch.fewer(sizes, best, random, work);
  }
}
