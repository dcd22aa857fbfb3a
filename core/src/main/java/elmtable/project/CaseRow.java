package elmtable.project;

import elmtable.data.source.DataRow;
import elmtable.formula.Escapes;
import elmtable.formula.Template;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The row of data that an executable case runs with.
 *
 * @param set the data set's name, or empty for rows typed in
 * @param number counted from 1
 * @param key what identifies the row, or the empty text
 * @param cells as written; references in them where {@code templates}
 */
public record CaseRow(
    String set,
    int number,
    String key,
    List<String> columns,
    List<String> cells,
    boolean templates) {
  public CaseRow {
    columns = List.copyOf(columns);
    cells = List.copyOf(cells);
  }

  /** A row of one part of a case's data. */
  public static CaseRow of(CaseData.Part part, DataRow row) {
    return new CaseRow(
        part.name(),
        row.number(),
        row.key(),
        part.summary().columns(),
        row.cells(),
        part.source().orElseThrow().hasTemplates());
  }

  /** What a cell holds; a cell of a file is plain text. */
  public Template cell(int column) {
    return templates ? Template.of(cells.get(column)) : Template.plain(cells.get(column));
  }

  /** What a cell of an outline holds: references in it have their meaning in a sentence only. */
  public Template plainCell(int column) {
    return Template.plain(texts().get(column));
  }

  /** Cells as plain texts; one with references stays as written. */
  public List<String> texts() {
    List<String> texts = new ArrayList<>();
    for (int i = 0; i < cells.size(); i++) {
      texts.add(text(i));
    }
    return texts;
  }

  /** Cells as they are written into the sentences of an outline. */
  public List<String> written() {
    return templates ? cells : cells.stream().map(Escapes::inline).toList();
  }

  /** A cell as plain text; one with references stays as written. */
  public String text(int column) {
    String cell = cells.get(column);
    return templates ? Template.of(cell).literal().orElse(cell) : cell;
  }

  /** Cells by column as a person reads them. */
  public Map<String, String> shown() {
    Map<String, String> shown = new LinkedHashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      shown.put(columns.get(i), text(i));
    }
    return shown;
  }
}
