package elmtable.keyword.builtin;

import elmtable.formula.Value;
import elmtable.keyword.StepFailedException;
import java.util.List;

/** The rows of a table that a keyword takes. */
final class TableRows {
  private TableRows() {}

  /** At least one row, all with the columns of the first. */
  static List<Value.Row> of(Value table) {
    List<Value.Row> rows =
        table instanceof Value.Many many
            ? many.items().stream()
                .filter(Value.Row.class::isInstance)
                .map(Value.Row.class::cast)
                .toList()
            : List.of();
    if (rows.isEmpty()) {
      throw new StepFailedException(
          "The table that is wanted has no rows; name a data set with rows, or write a table"
              + " beneath the sentence.");
    }
    return rows;
  }
}
