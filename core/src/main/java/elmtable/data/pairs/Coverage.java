package elmtable.data.pairs;

/** How often each pair of values stands in some rows, and which pairs stand in none. */
final class Coverage {
  private final int[] sizes;
  private final int columns;

  /**
   * The place of pair (c, v, d, w) in {@link #counts} is base[c][d] + v·step[c][d] + w·step[d][c].
   */
  private final int[][] base;

  private final int[][] step;
  private final int[] counts;

  /** The pairs that are missing, in no order, and where each stands among them. */
  private final int[] missing;

  private final int[] indexInMissing;
  private int missingCount;
  private final short[] firstColumn;
  private final short[] secondColumn;

  Coverage(int[] sizes) {
    this.sizes = sizes;
    columns = sizes.length;
    base = new int[columns][columns];
    step = new int[columns][columns];
    int all = 0;
    for (int c = 0; c < columns; c++) {
      for (int d = c + 1; d < columns; d++) {
        base[c][d] = all;
        base[d][c] = all;
        step[c][d] = sizes[d];
        step[d][c] = 1;
        all += sizes[c] * sizes[d];
      }
    }
    counts = new int[all];
    missing = new int[all];
    indexInMissing = new int[all];
    firstColumn = new short[all];
    secondColumn = new short[all];
    for (int c = 0; c < columns; c++) {
      for (int d = c + 1; d < columns; d++) {
        for (int i = 0; i < sizes[c] * sizes[d]; i++) {
          firstColumn[base[c][d] + i] = (short) c;
          secondColumn[base[c][d] + i] = (short) d;
        }
      }
    }
    for (int i = 0; i < all; i++) {
      missing[i] = i;
      indexInMissing[i] = i;
    }
    missingCount = all;
  }

  int missing() {
    return missingCount;
  }

  int missingPair(int place) {
    return missing[place];
  }

  int firstColumn(int pair) {
    return firstColumn[pair];
  }

  int secondColumn(int pair) {
    return secondColumn[pair];
  }

  int firstValue(int pair) {
    int c = firstColumn[pair];
    int d = secondColumn[pair];
    return (pair - base[c][d]) / sizes[d];
  }

  int secondValue(int pair) {
    int c = firstColumn[pair];
    int d = secondColumn[pair];
    return (pair - base[c][d]) % sizes[d];
  }

  boolean isMissing(int c, int v, int d, int w) {
    return counts[base[c][d] + v * step[c][d] + w * step[d][c]] == 0;
  }

  void add(int[] row) {
    for (int c = 0; c < columns; c++) {
      for (int d = c + 1; d < columns; d++) {
        if (row[c] >= 0 && row[d] >= 0) {
          more(base[c][d] + row[c] * sizes[d] + row[d]);
        }
      }
    }
  }

  void addPair(int c, int v, int d, int w) {
    more(base[c][d] + v * step[c][d] + w * step[d][c]);
  }

  /** How many pairs only this row has. */
  int onlyIn(int[] row) {
    int only = 0;
    for (int c = 0; c < columns; c++) {
      for (int d = c + 1; d < columns; d++) {
        if (counts[base[c][d] + row[c] * sizes[d] + row[d]] == 1) {
          only++;
        }
      }
    }
    return only;
  }

  /** How many more pairs would be missing with another value in a cell; fewer is below zero. */
  int change(int[] row, int c, int value) {
    int old = row[c];
    int change = 0;
    int[] bases = base[c];
    int[] steps = step[c];
    for (int d = 0; d < columns; d++) {
      if (d != c) {
        int w = bases[d] + row[d] * step[d][c];
        if (counts[w + old * steps[d]] == 1) {
          change++;
        }
        if (counts[w + value * steps[d]] == 0) {
          change--;
        }
      }
    }
    return change;
  }

  void set(int[] row, int c, int value) {
    int old = row[c];
    for (int d = 0; d < columns; d++) {
      if (d != c) {
        int w = base[c][d] + row[d] * step[d][c];
        less(w + old * step[c][d]);
        more(w + value * step[c][d]);
      }
    }
    row[c] = value;
  }

  private void more(int pair) {
    if (counts[pair]++ == 0) {
      int place = indexInMissing[pair];
      int last = missing[--missingCount];
      missing[place] = last;
      indexInMissing[last] = place;
      indexInMissing[pair] = -1;
    }
  }

  private void less(int pair) {
    if (--counts[pair] == 0) {
      indexInMissing[pair] = missingCount;
      missing[missingCount++] = pair;
    }
  }
}
