package elmtable.data.source;

import java.util.function.UnaryOperator;

/** Rows made of others one by one. */
public final class RowsOver implements Rows {
  private final Rows in;
  private final UnaryOperator<DataRow> each;

  /**
   * @param each what becomes of a row; null leaves it out
   */
  public RowsOver(Rows in, UnaryOperator<DataRow> each) {
    this.in = in;
    this.each = each;
  }

  @Override
  public DataRow next() {
    for (DataRow row = in.next(); row != null; row = in.next()) {
      DataRow made = each.apply(row);
      if (made != null) {
        return made;
      }
    }
    return null;
  }

  @Override
  public void close() {
    in.close();
  }
}
