package elmtable.data.source;

import java.util.List;

/**
 * One row of a data set.
 *
 * @param number counted from 1 in the source, the row of column names not counted
 * @param cells one for each column
 * @param fault what is wrong with it, naming its place, or the empty text
 * @param badColumn the column, from 0, whose cell its kind does not allow; -1 where that is not the
 *     fault
 * @param key what identifies it, or the empty text where the set names no key
 */
public record DataRow(int number, List<String> cells, String fault, int badColumn, String key) {
  public DataRow(int number, List<String> cells, String fault) {
    this(number, cells, fault, "");
  }

  public DataRow(int number, List<String> cells, String fault, String key) {
    this(number, cells, fault, -1, key);
  }

  public boolean isSound() {
    return fault.isEmpty();
  }

  public DataRow withCells(List<String> others) {
    return new DataRow(number, others, fault, badColumn, key);
  }

  public DataRow withKey(String other) {
    return new DataRow(number, cells, fault, badColumn, other);
  }

  /** The same row with another fault, if it has none yet. */
  public DataRow faulty(String reason) {
    return faulty(reason, -1);
  }

  /** The same for a cell that its column's kind does not allow. */
  public DataRow faulty(String reason, int column) {
    return isSound() ? new DataRow(number, cells, reason, column, key) : this;
  }
}
