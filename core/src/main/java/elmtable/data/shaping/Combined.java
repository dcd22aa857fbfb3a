package elmtable.data.shaping;

import elmtable.data.pairs.PairwiseRows;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.Escapes;
import elmtable.text.Names;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.LongStream;

/** Data sets made of several others. */
public final class Combined {
  /** The most values of one set that pairs are made of; their pairs are all in memory. */
  static final int MOST_FOR_PAIRS = 5_000;

  /** So few that a count may still be multiplied by environments and browsers. */
  private static final BigInteger MOST_ROWS = BigInteger.TEN.pow(15);

  private Combined() {}

  /** One of the sets, its cells written as the combination's cells are. */
  private record Part(DataSource source, boolean escape) {
    List<String> cells(DataRow row) {
      return escape ? row.cells().stream().map(Part::escaped).toList() : row.cells();
    }

    private static String escaped(String cell) {
      return cell.isEmpty() ? "" : Escapes.escape(cell);
    }

    long size() {
      return source.size().orElseGet(() -> new Stage("", source).count());
    }
  }

  private static List<Part> parts(List<DataSource> sources) {
    boolean templates = sources.stream().anyMatch(DataSource::hasTemplates);
    return sources.stream()
        .map(source -> new Part(source, templates && !source.hasTemplates()))
        .toList();
  }

  /** What combinations have in common. */
  private interface Combination extends DataSource {
    List<DataSource> sources();

    /** Those of all sets, unless a combination says otherwise. */
    @Override
    default List<String> columns() {
      return sources().stream().flatMap(source -> source.columns().stream()).toList();
    }

    @Override
    default boolean hasTemplates() {
      return sources().stream().anyMatch(DataSource::hasTemplates);
    }
  }

  /** A row of rows, one of each set; the first fault among them is its own. */
  private static DataRow joined(int number, List<Part> parts, List<DataRow> rows) {
    List<String> cells = new ArrayList<>();
    StringBuilder fault = new StringBuilder();
    for (int i = 0; i < rows.size(); i++) {
      cells.addAll(parts.get(i).cells(rows.get(i)));
      if (fault.isEmpty()) {
        fault.append(rows.get(i).fault());
      }
    }
    return new DataRow(number, cells, fault.toString());
  }

  /** Rows that are made one after another from their number. */
  private abstract static class NumberedRows implements Rows {
    private long next;
    private final long end;

    NumberedRows(long end) {
      this.end = end;
    }

    abstract DataRow row(long index);

    @Override
    public DataRow next() {
      return next < end ? row(next++) : null;
    }

    @Override
    public void close() {
      // Nothing is held open.
    }
  }

  private static List<DataRow> inMemory(DataSource source) {
    List<DataRow> all = new ArrayList<>();
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        all.add(row);
      }
    }
    return all;
  }

  private static List<List<DataRow>> allInMemory(List<DataSource> sources) {
    return sources.stream().map(Combined::inMemory).toList();
  }

  private static long product(LongStream sizes) {
    BigInteger product =
        sizes.mapToObj(BigInteger::valueOf).reduce(BigInteger.ONE, BigInteger::multiply);
    if (product.compareTo(MOST_ROWS) > 0) {
      throw new BrokenDataException(
          String.format(
              Locale.ROOT,
              "All of these sets together give %,d rows, and at most %,d can be counted; take fewer"
                  + " rows of each with first or sample, or combine them as pairs.",
              product,
              MOST_ROWS));
    }
    return product.longValueExact();
  }

  /** Every row of one set with every row of the others, the last set's changing fastest. */
  public record AllOf(List<DataSource> sources) implements Combination {
    @Override
    public OptionalLong size() {
      return OptionalLong.of(product(parts(sources).stream().mapToLong(Part::size)));
    }

    @Override
    public Rows open() {
      List<List<DataRow>> rows = allInMemory(sources);
      List<Part> parts = parts(sources);
      return new NumberedRows(product(rows.stream().mapToLong(List::size))) {
        @Override
        DataRow row(long index) {
          List<DataRow> chosen = new ArrayList<>(rows.size());
          long rest = index;
          for (int i = rows.size() - 1; i >= 0; i--) {
            List<DataRow> own = rows.get(i);
            chosen.add(0, own.get((int) (rest % own.size())));
            rest /= own.size();
          }
          return joined((int) Math.min(Integer.MAX_VALUE, index + 1), parts, chosen);
        }
      };
    }
  }

  /** Few rows in which every row of each set stands with every row of each other at least once. */
  public record PairsOf(List<DataSource> sources, long seed, List<int[][]> kept)
      implements Combination {
    public static PairsOf of(List<DataSource> sources, long seed) {
      return new PairsOf(sources, seed, new ArrayList<>(1));
    }

    @Override
    public OptionalLong size() {
      return OptionalLong.of(indexes(allInMemory(sources)).length);
    }

    private int[][] indexes(List<List<DataRow>> rows) {
      synchronized (kept) {
        int[] sizes = rows.stream().mapToInt(List::size).toArray();
        if (kept.isEmpty()) {
          kept.add(cover(sizes));
        }
        return kept.get(0);
      }
    }

    private int[][] cover(int[] sizes) {
      for (int size : sizes) {
        if (size == 0) {
          return new int[0][];
        }
        if (size > MOST_FOR_PAIRS) {
          throw new BrokenDataException(
              "Pairs are made of sets of at most "
                  + MOST_FOR_PAIRS
                  + " rows, and one of these has "
                  + size
                  + "; take fewer with first or sample.");
        }
      }
      return PairwiseRows.cover(sizes, seed);
    }

    @Override
    public Rows open() {
      List<List<DataRow>> rows = allInMemory(sources);
      List<Part> parts = parts(sources);
      int[][] indexes = indexes(rows);
      return new NumberedRows(indexes.length) {
        @Override
        DataRow row(long index) {
          List<DataRow> chosen = new ArrayList<>(rows.size());
          for (int i = 0; i < rows.size(); i++) {
            chosen.add(rows.get(i).get(indexes[(int) index][i]));
          }
          return joined((int) index + 1, parts, chosen);
        }
      };
    }
  }

  /** The first row of each, the second of each, and so on; the sets are equally long. */
  public record SideBySide(List<DataSource> sources, List<String> names) implements Combination {
    @Override
    public Rows open() {
      List<Part> parts = parts(sources);
      List<Rows> open = sources.stream().map(DataSource::open).toList();
      return new Rows() {
        private int number;

        @Override
        public DataRow next() {
          List<DataRow> rows = new ArrayList<>();
          for (int i = 0; i < open.size(); i++) {
            DataRow row = open.get(i).next();
            if (i > 0 && (row == null) != (rows.get(0) == null)) {
              String shorter = names.get(row == null ? i : 0);
              String longer = names.get(row == null ? 0 : i);
              throw new BrokenDataException(
                  "“"
                      + shorter
                      + "” has only "
                      + number
                      + " rows and “"
                      + longer
                      + "” more; side by side they must be equally long.");
            }
            rows.add(row);
          }
          return rows.get(0) == null ? null : joined(++number, parts, rows);
        }

        @Override
        public void close() {
          open.forEach(Rows::close);
        }
      };
    }
  }

  /**
   * The rows of one set, then those of the next; a column that a set lacks is empty in its rows.
   */
  public record OneAfterAnother(List<DataSource> sources, List<String> columns)
      implements Combination {
    public static OneAfterAnother of(List<DataSource> sources) {
      Map<String, String> columns = new LinkedHashMap<>();
      for (DataSource source : sources) {
        source.columns().forEach(column -> columns.putIfAbsent(Names.key(column), column));
      }
      return new OneAfterAnother(sources, List.copyOf(columns.values()));
    }

    /** Whether the sets' columns differ. */
    public boolean isUneven() {
      return sources.stream().anyMatch(source -> source.columns().size() != columns.size());
    }

    @Override
    public Rows open() {
      List<Part> parts = parts(sources);
      return new Rows() {
        private int at;
        private int number;
        private Rows open;

        @Override
        public DataRow next() {
          while (at < parts.size()) {
            if (open == null) {
              open = parts.get(at).source().open();
            }
            DataRow row = open.next();
            if (row != null) {
              return spread(++number, parts.get(at), row);
            }
            close();
            at++;
          }
          return null;
        }

        @Override
        public void close() {
          if (open != null) {
            open.close();
            open = null;
          }
        }
      };
    }

    private DataRow spread(int number, Part part, DataRow row) {
      List<String> own = part.cells(row);
      List<String> cells = new ArrayList<>();
      for (String column : columns) {
        int position = -1;
        for (int i = 0; i < own.size(); i++) {
          if (Names.same(part.source().columns().get(i), column)) {
            position = i;
          }
        }
        cells.add(position < 0 ? "" : own.get(position));
      }
      return new DataRow(number, cells, row.fault());
    }
  }
}
