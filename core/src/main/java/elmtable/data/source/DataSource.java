package elmtable.data.source;

import elmtable.formula.Template;
import elmtable.formula.Value;
import java.util.List;
import java.util.OptionalLong;
import java.util.function.Consumer;

/** Where rows come from. Opening it twice gives the same rows. */
public interface DataSource {
  /** The names of the columns. Throws {@link BrokenDataException} where they cannot be read. */
  List<String> columns();

  /** Whether cells may hold references, as in rows typed in; cells of files are plain text. */
  default boolean hasTemplates() {
    return false;
  }

  /**
   * From the first row on. Throws {@link BrokenDataException} where the source cannot be opened.
   */
  Rows open();

  /** How many rows there are, where that is known without reading them. */
  default OptionalLong size() {
    return OptionalLong.empty();
  }

  /**
   * How many rows there are, by reading all of them, which may cost less than making them. Throws
   * {@link BrokenDataException} where they cannot be read to their end.
   *
   * @param faults receives rows that are not sound
   */
  default long count(Consumer<DataRow> faults) {
    long count = 0;
    try (Rows rows = open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        count++;
        if (!row.isSound()) {
          faults.accept(row);
        }
      }
    }
    return count;
  }

  /** What a cell holds, for those who look at it before a run: references stay as written. */
  default Value literal(String cell) {
    return Value.of(hasTemplates() ? Template.of(cell).literal().orElse(cell) : cell);
  }
}
