package elmtable.data.shaping;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.RowList;
import elmtable.data.source.Rows;
import elmtable.data.source.RowsOver;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.Formula;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/** The steps that shape a source's rows, each a source over another. */
public final class Shaping {
  private Shaping() {}

  /** A source that opens another one and does something to its rows. */
  private record Over(
      DataSource in, List<String> columns, OptionalLong size, Function<Rows, Rows> opened)
      implements DataSource {
    @Override
    public boolean hasTemplates() {
      return in.hasTemplates();
    }

    @Override
    public Rows open() {
      Rows rows = in.open();
      try {
        return opened.apply(rows);
      } catch (RuntimeException failed) {
        rows.close();
        throw failed;
      }
    }
  }

  private static DataSource eachRow(DataSource in, UnaryOperator<DataRow> each, boolean keepsAll) {
    return new Over(
        in,
        in.columns(),
        keepsAll ? in.size() : OptionalLong.empty(),
        rows -> new RowsOver(rows, each));
  }

  /** Rows with their key; a second row of one key is a fault. */
  static DataSource keyed(DataSource in, int column) {
    return new Over(
        in,
        in.columns(),
        in.size(),
        rows -> {
          HashedTextSet seen = new HashedTextSet();
          return new RowsOver(rows, row -> withKey(row, column, in.columns().get(column), seen));
        });
  }

  private static DataRow withKey(DataRow row, int column, String name, HashedTextSet seen) {
    String key = row.cells().get(column);
    int before = seen.before(key, row.number());
    DataRow keyed = row.withKey(key);
    if (key.isEmpty()) {
      return keyed.faulty("Row " + row.number() + " has no " + name + ", which is its key.");
    }
    return before == 0
        ? keyed
        : keyed.faulty("Rows " + before + " and " + row.number() + " have one key, “" + key + "”.");
  }

  /**
   * @param objections by column, what says that a value is none of its kind
   */
  static DataSource kinds(
      DataSource in, Map<Integer, Function<Value, Optional<String>>> objections) {
    return eachRow(
        in,
        row -> {
          for (int c : objections.keySet()) {
            String cell = row.cells().get(c);
            if (!cell.isEmpty()) {
              Optional<String> objection = objections.get(c).apply(in.literal(cell));
              if (objection.isPresent()) {
                return row.faulty(
                    "Row "
                        + row.number()
                        + ", column "
                        + in.columns().get(c)
                        + ": “"
                        + cell
                        + "” does not fit; "
                        + objection.get()
                        + ".",
                    c);
              }
            }
          }
          return row;
        },
        true);
  }

  /** Rows for which a formula over their columns holds; a row without an answer is a fault. */
  static DataSource where(DataSource in, Formula condition) {
    Map<String, Integer> positions = positions(in.columns());
    return new Over(
        in,
        in.columns(),
        OptionalLong.empty(),
        rows -> {
          DataRow[] now = new DataRow[1];
          ValueLookup scope =
              path ->
                  Optional.ofNullable(positions.get(Names.key(path.get(path.size() - 1))))
                      .map(position -> in.literal(now[0].cells().get(position)));
          Evaluator evaluator = new Evaluator(scope, EvaluationContext.seeded(0));
          return new RowsOver(
              rows,
              row -> {
                now[0] = row;
                try {
                  return evaluator.truth(condition) ? row : null;
                } catch (FormulaException failure) {
                  return row.faulty("Row " + row.number() + ", where: " + failure.getMessage());
                }
              });
        });
  }

  public static Map<String, Integer> positions(List<String> columns) {
    Map<String, Integer> positions = new HashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      positions.putIfAbsent(Names.key(columns.get(i)), i);
    }
    return positions;
  }

  /** A column to sort by. */
  record SortKey(int column, boolean descending) {}

  /** Stable; empty cells last whichever the direction. */
  static DataSource sorted(DataSource in, List<SortKey> keys) {
    return new Over(
        in,
        in.columns(),
        in.size(),
        rows ->
            SortedRows.of(rows, row -> keysOf(row, in, keys), order(keys), SortedRows.USUAL_PART));
  }

  /** The values that a row is sorted by; null for an empty cell. */
  private static List<SortValue> keysOf(DataRow row, DataSource in, List<SortKey> keys) {
    List<SortValue> values = new ArrayList<>(keys.size());
    for (SortKey key : keys) {
      String cell = row.cells().get(key.column());
      values.add(cell.isEmpty() ? null : SortValue.of(in.literal(cell)));
    }
    return values;
  }

  private static Comparator<List<SortValue>> order(List<SortKey> keys) {
    return (a, b) -> {
      for (int i = 0; i < keys.size(); i++) {
        SortValue left = a.get(i);
        SortValue right = b.get(i);
        if (left == null || right == null) {
          if (left != right) {
            return left == null ? 1 : -1;
          }
          continue;
        }
        int order = left.compareTo(right);
        if (order != 0) {
          return keys.get(i).descending() ? -order : order;
        }
      }
      return 0;
    };
  }

  /** Of rows with equal cells the first. */
  static DataSource distinct(DataSource in) {
    return new Over(
        in,
        in.columns(),
        OptionalLong.empty(),
        rows -> {
          HashedTextSet seen = new HashedTextSet();
          return new RowsOver(
              rows, row -> seen.before(together(row.cells()), row.number()) == 0 ? row : null);
        });
  }

  /** Cells as one text, told apart by their lengths. */
  private static String together(List<String> cells) {
    StringBuilder together = new StringBuilder();
    cells.forEach(cell -> together.append(cell.length()).append(':').append(cell));
    return together.toString();
  }

  static DataSource first(DataSource in, long most) {
    return new Over(
        in,
        in.columns(),
        in.size().isPresent()
            ? OptionalLong.of(Math.min(most, in.size().getAsLong()))
            : OptionalLong.empty(),
        rows ->
            new Rows() {
              private long given;

              @Override
              public DataRow next() {
                return given++ < most ? rows.next() : null;
              }

              @Override
              public void close() {
                rows.close();
              }
            });
  }

  private record Drawn(long lot, DataRow row) {}

  /**
   * As many rows as asked, each as likely as any other, in the order of the source. Each row draws
   * a number, and the lowest stay, so that only those are held.
   */
  static DataSource sample(DataSource in, int size, long seed) {
    return new Over(
        in,
        in.columns(),
        in.size().isPresent()
            ? OptionalLong.of(Math.min(size, in.size().getAsLong()))
            : OptionalLong.empty(),
        rows -> {
          Random random = new Random(seed);
          PriorityQueue<Drawn> kept =
              new PriorityQueue<>(Comparator.comparingLong(Drawn::lot).reversed());
          for (DataRow row = rows.next(); row != null; row = rows.next()) {
            long lot = random.nextLong();
            if (kept.size() < size) {
              kept.add(new Drawn(lot, row));
            } else if (!kept.isEmpty() && lot < kept.peek().lot()) {
              kept.poll();
              kept.add(new Drawn(lot, row));
            }
          }
          rows.close();
          return new RowList(
              kept.stream()
                  .map(Drawn::row)
                  .sorted(Comparator.comparingInt(DataRow::number))
                  .toList());
        });
  }

  /** Some of the columns, perhaps under other names. */
  static DataSource columns(DataSource in, List<Integer> positions, List<String> names) {
    return new Over(
        in,
        List.copyOf(names),
        in.size(),
        rows ->
            new RowsOver(
                rows,
                row ->
                    row.withCells(
                        positions.stream().map(position -> row.cells().get(position)).toList())));
  }
}
