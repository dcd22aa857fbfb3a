package elmtable.language;

import elmtable.text.Names;
import elmtable.text.Range;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A section with a row of column names, its cells found by column. */
public record SectionTable(List<String> columns, List<Row> rows) {
  /** One row; a column that the section does not have is empty. */
  public record Row(Line.Row row, Map<String, Integer> places) {
    public Cell cell(String column) {
      Integer place = places.get(column);
      if (place == null || place >= row.cells().size()) {
        Range end = row.range();
        return new Cell("", new Range(end.line(), end.end(), end.end()));
      }
      return row.cells().get(place);
    }

    /** A cell as written. */
    public String source(String column) {
      return cell(column).source();
    }

    /** A cell as a name or plain text. */
    public String text(String column) {
      return cell(column).name();
    }
  }

  public static SectionTable of(SectionBody section) {
    Map<String, Integer> places = new HashMap<>();
    List<Cell> head = section.head().map(Line.Row::cells).orElse(List.of());
    for (int i = 0; i < head.size(); i++) {
      places.putIfAbsent(Names.key(head.get(i).name()), i);
    }
    List<Row> rows =
        section.body().stream()
            .filter(row -> row.width() > 0)
            .map(row -> new Row(row, places))
            .toList();
    return new SectionTable(head.stream().map(Cell::name).toList(), rows);
  }
}
