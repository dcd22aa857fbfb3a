package elmtable.project;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.FormulaException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The rows of a data set by their keys, read when first asked for. Those of a large set are read
 * again at each question.
 */
final class KeyedRows {
  static final int MOST_KEPT = 100_000;

  private final DataSource source;

  /** The first so many rows; null before the first question. */
  private Map<String, DataRow> kept;

  private boolean whole;

  /** Negative before it is known. */
  private long count = -1;

  KeyedRows(DataSource source) {
    this.source = source;
  }

  /** Throws {@link FormulaException} where the set cannot be read or its rows have no keys. */
  synchronized Optional<DataRow> find(String key) {
    try {
      if (kept == null) {
        read();
      }
      DataRow known = kept.get(key);
      return known != null || whole ? Optional.ofNullable(known) : search(key);
    } catch (BrokenDataException broken) {
      throw new FormulaException(broken.getMessage());
    }
  }

  /** How many rows there are. Throws {@link BrokenDataException} where they cannot be read. */
  synchronized long count() {
    if (count < 0) {
      count = source.count(row -> {});
    }
    return count;
  }

  boolean hasKeys() {
    return kept == null || kept.isEmpty() || kept.size() > 1 || !kept.containsKey("");
  }

  private void read() {
    Map<String, DataRow> read = new HashMap<>();
    try (Rows rows = source.open()) {
      DataRow row = rows.next();
      for (int i = 0; row != null && i < MOST_KEPT; i++) {
        read.putIfAbsent(row.key(), row);
        row = rows.next();
      }
      whole = row == null;
    }
    kept = read;
  }

  private Optional<DataRow> search(String key) {
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        if (row.key().equals(key)) {
          return Optional.of(row);
        }
      }
    }
    return Optional.empty();
  }
}
