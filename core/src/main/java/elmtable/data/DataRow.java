package elmtable.data;

import java.util.List;

/**
 * One row of a data set.
 *
 * @param number counted from 1 in the source, the row of column names not counted
 * @param cells one for each column
 * @param fault what is wrong with it, naming its place, or the empty text
 */
public record DataRow(int number, List<String> cells, String fault) {
  public DataRow {
    cells = List.copyOf(cells);
  }

  public boolean isSound() {
    return fault.isEmpty();
  }
}
