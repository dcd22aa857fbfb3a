package elmtable.binding;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.Rows;
import elmtable.formula.Template;
import elmtable.project.CaseData;
import elmtable.text.Names;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The values of a column in a case's rows.
 *
 * @param firstRows each value, with the number of the first row that has it
 * @param whole whether these are all: no cell holds a reference, every row was looked at
 */
public record ColumnValues(Map<String, Integer> firstRows, boolean whole) {
  /** Further rows are looked at when they run. */
  private static final int MOST_ROWS = 1_000;

  static ColumnValues of(List<CaseData.Part> parts, String column) {
    Map<String, Integer> firstRows = new LinkedHashMap<>();
    boolean whole = true;
    for (CaseData.Part part : parts) {
      whole &= add(part, Names.key(column), firstRows);
    }
    return new ColumnValues(firstRows, whole);
  }

  private static boolean add(CaseData.Part part, String column, Map<String, Integer> firstRows) {
    if (part.source().isEmpty() || !part.summary().whole()) {
      return false;
    }
    List<String> keys = part.summary().columns().stream().map(Names::key).toList();
    int place = keys.indexOf(column);
    if (place < 0) {
      return true;
    }
    boolean templates = part.source().get().hasTemplates();
    boolean whole = true;
    try (Rows rows = part.source().get().open()) {
      DataRow row = rows.next();
      for (int i = 0; row != null && i < MOST_ROWS; i++) {
        int number = row.number();
        String cell = row.cells().get(place);
        Optional<String> value = templates ? Template.of(cell).literal() : Optional.of(cell);
        whole &= value.isPresent();
        if (row.isSound()) {
          value.ifPresent(text -> firstRows.putIfAbsent(text, number));
        }
        row = rows.next();
      }
      return whole && row == null;
    } catch (BrokenDataException broken) {
      // The data set carries this problem itself.
      return false;
    }
  }
}
