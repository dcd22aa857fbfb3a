package elmtable.data.readers;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.text.Counted;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;

/** Rows typed in under {@code data} or {@code rows}. */
public final class TypedRows implements DataSource {
  private final SectionBody section;
  private final List<String> columns;

  public TypedRows(SectionBody section) {
    this.section = section;
    this.columns =
        section
            .head()
            .map(head -> head.cells().subList(0, head.width()).stream().map(Cell::name).toList())
            .orElse(List.of());
  }

  @Override
  public List<String> columns() {
    return columns;
  }

  @Override
  public boolean hasTemplates() {
    return true;
  }

  @Override
  public Rows open() {
    int width = columns.size();
    Iterator<Line.Row> rows = section.body().stream().filter(row -> row.width() > 0).iterator();
    return new Rows() {
      private int number;

      @Override
      public DataRow next() {
        return rows.hasNext() ? row(++number, rows.next(), width) : null;
      }

      @Override
      public void close() {
        // Nothing is held open.
      }
    };
  }

  private static DataRow row(int number, Line.Row row, int width) {
    List<String> cells = new ArrayList<>(width);
    for (int c = 0; c < width; c++) {
      cells.add(c < row.cells().size() ? row.cells().get(c).source() : "");
    }
    boolean fits = row.width() <= width && row.cells().size() >= width;
    return new DataRow(
        number,
        cells,
        fits
            ? ""
            : "Row "
                + number
                + " has "
                + Counted.of(row.cells().size(), "cell")
                + " for "
                + Counted.of(width, "column")
                + ".");
  }
}
