package elmtable.data.pairs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Arrays known from algebra. A cell of {@value #FREE} may hold anything.
 *
 * <p>For a prime power q, the lines over the field of q elements make an orthogonal array of q²
 * rows and q + 1 columns (K. Bush, 1952); from it and an array of l columns comes one of ql + 1
 * columns with q² − q rows more (C. Colbourn and others, Products of mixed covering arrays of
 * strength two, 2006). For two values, sets of one size give the fewest rows there are (D. Kleitman
 * and J. Spencer, Families of k-independent sets, 1973).
 */
final class Constructions {
  static final int FREE = -1;

  private Constructions() {}

  /**
   * Starts for columns in the order of falling size: each has all columns, those that the
   * construction does not reach being free. The last is empty.
   */
  static List<int[][]> of(int[] sizes) {
    List<int[][]> starts = new ArrayList<>();
    if (sizes[0] == 2) {
      int pairs = (int) Arrays.stream(sizes).filter(size -> size == 2).count();
      starts.add(fitted(ofSets(pairs), sizes));
      return starts;
    }
    int larger = 0;
    for (int q = sizes[0]; larger < 2 && q <= Math.max(16, sizes[0] + 4) && q < 200; q++) {
      Field field = Field.of(q);
      if (field != null) {
        starts.add(fitted(ofField(field, sizes.length), sizes));
        larger++;
      }
    }
    starts.add(new int[0][]);
    return starts;
  }

  private static int[][] ofField(Field field, int columns) {
    int q = field.size();
    int[][] lines = lines(field);
    int[][] array = lines;
    while (array[0].length < columns && array[0].length < 10_000) {
      array = product(lines, array, q);
    }
    return array;
  }

  /** Row (a, b) holds ax + b for each x of the field, and a last. */
  private static int[][] lines(Field field) {
    int q = field.size();
    int[][] rows = new int[q * q][q + 1];
    for (int a = 0; a < q; a++) {
      for (int b = 0; b < q; b++) {
        int[] row = rows[a * q + b];
        for (int x = 0; x < q; x++) {
          row[x] = field.plus(field.times(a, x), b);
        }
        row[q] = a;
      }
    }
    return rows;
  }

  /**
   * Every column of {@code array} stands q times side by side; below stand the lines that are not
   * constant, once for each of its columns; one more column tells the two apart.
   */
  private static int[][] product(int[][] lines, int[][] array, int q) {
    int l = array[0].length;
    int columns = q * l + 1;
    List<int[]> rows = new ArrayList<>();
    for (int[] from : array) {
      int[] row = new int[columns];
      for (int c = 0; c < l; c++) {
        Arrays.fill(row, c * q, (c + 1) * q, from[c]);
      }
      rows.add(row);
    }
    for (int[] line : lines) {
      if (line[q] != 0) {
        int[] row = new int[columns];
        for (int c = 0; c < l; c++) {
          System.arraycopy(line, 0, row, c * q, q);
        }
        row[columns - 1] = line[q];
        rows.add(row);
      }
    }
    return rows.toArray(int[][]::new);
  }

  /** The first columns of an array; values that a column does not have are free. */
  private static int[][] fitted(int[][] array, int[] sizes) {
    int[][] rows = new int[array.length][sizes.length];
    for (int r = 0; r < array.length; r++) {
      for (int c = 0; c < sizes.length; c++) {
        int value = c < array[r].length ? array[r][c] : FREE;
        rows[r][c] = value < sizes[c] ? value : FREE;
      }
    }
    return rows;
  }

  /**
   * A column is a set of ⌈n/2⌉ among n − 1 rows: two such sets are different, so both orders of
   * unlike values are there, and too large to miss each other; the first row is in none.
   */
  private static int[][] ofSets(int columns) {
    int n = 4;
    while (choose(n - 1, (n + 1) / 2) < columns) {
      n++;
    }
    int half = (n + 1) / 2;
    int[][] rows = new int[n][columns];
    int column = 0;
    for (long set = (1L << half) - 1; column < columns; column++) {
      for (int r = 1; r < n; r++) {
        rows[r][column] = (int) (set >> (r - 1) & 1);
      }
      // The next number with as many bits (R. Gosper).
      long low = set & -set;
      long up = set + low;
      set = up | ((set ^ up) / low >> 2);
    }
    return rows;
  }

  private static long choose(int n, int k) {
    long chosen = 1;
    for (int i = 1; i <= k; i++) {
      chosen = chosen * (n - k + i) / i;
    }
    return chosen;
  }
}
