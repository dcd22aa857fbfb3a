package elmtable.data.source;

import java.util.List;

/**
 * One row of a data set.
 *
 * @param number counted from 1 in the source, the row of column names not counted
 * @param cells one for each column
 * @param fault what is wrong with it, naming its place, or the empty text
 * @param key what identifies it, or the empty text where the set names no key
 */
public record DataRow(int number, List<String> cells, String fault, String key) {
  public DataRow(int number, List<String> cells, String fault) {
    this(number, cells, fault, "");
  }

  public boolean isSound() {
    return fault.isEmpty();
  }

  public DataRow withCells(List<String> others) {
    return new DataRow(number, others, fault, key);
  }

  /** The same row with another fault, if it has none yet. */
  public DataRow faulty(String reason) {
    return isSound() ? new DataRow(number, cells, reason, key) : this;
  }
}
