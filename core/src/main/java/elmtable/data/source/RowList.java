package elmtable.data.source;

import java.util.Iterator;
import java.util.List;

/** Rows that are in memory. */
public final class RowList implements Rows {
  private final Iterator<DataRow> rows;

  public RowList(List<DataRow> rows) {
    this.rows = rows.iterator();
  }

  @Override
  public DataRow next() {
    return rows.hasNext() ? rows.next() : null;
  }

  @Override
  public void close() {
    // Nothing is held open.
  }
}
