package elmtable.language;

import elmtable.text.Diagnostic;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;

/**
 * A step: a row of a section that holds steps, or a sentence of a Gherkin scenario.
 *
 * @param range where it stands
 * @param first the keyword's name or a sentence
 * @param arguments the cells behind it, up to the first mark; empty ones at the end are left away
 * @param table the rows given beneath a sentence, the first with the names of columns; or none
 * @param sentence whether it is Gherkin's: then no argument goes by name, and a reference to
 *     nothing known is plain text
 * @param problems what is wrong with its marks
 */
public record Step(
    Range range,
    Cell first,
    List<Cell> arguments,
    List<Mark> marks,
    List<List<Cell>> table,
    boolean sentence,
    List<Diagnostic> problems) {
  public Step {
    arguments = List.copyOf(arguments);
    marks = List.copyOf(marks);
    table = List.copyOf(table);
    problems = List.copyOf(problems);
  }

  public static Step of(Line.Row row) {
    return new StepReader(row).read();
  }

  public static Step of(Line.Sentence sentence) {
    return new Step(
        sentence.range(),
        sentence.text(),
        sentence.docString().map(List::of).orElse(List.of()),
        List.of(),
        sentence.table().stream().map(Line.Row::cells).toList(),
        true,
        List.of());
  }

  /** The mark of a kind, where the step has it. */
  public <M extends Mark> M mark(Class<M> kind) {
    for (Mark mark : marks) {
      if (kind.isInstance(mark)) {
        return kind.cast(mark);
      }
    }
    return null;
  }

  /** Its options, as they hold where none are written. */
  public Mark.Options options() {
    Mark.Options written = mark(Mark.Options.class);
    return written == null ? Mark.Options.NONE : written;
  }

  /** Whether it stays in its table and is neither bound nor checked nor run. */
  public boolean isOff() {
    return options().off();
  }

  /**
   * An outline's step with a row's cells in place of {@code <column>}, compared exactly. What a
   * cell holds is not looked at for columns again.
   *
   * @param cells written as cells
   */
  public Step filled(List<String> columns, List<String> cells) {
    if (!sentence || columns.isEmpty()) {
      return this;
    }
    List<List<Cell>> rows = new ArrayList<>();
    table.forEach(row -> rows.add(filled(row, columns, cells)));
    return new Step(
        range,
        filled(first, columns, cells),
        filled(arguments, columns, cells),
        marks,
        rows,
        true,
        problems);
  }

  private static List<Cell> filled(List<Cell> all, List<String> columns, List<String> cells) {
    return all.stream().map(cell -> filled(cell, columns, cells)).toList();
  }

  private static Cell filled(Cell cell, List<String> columns, List<String> cells) {
    String text = filled(cell.source(), columns, cells);
    return text.equals(cell.source()) ? cell : new Cell(text, cell.range());
  }

  /** The same for any text of an outline, such as its name. */
  public static String filled(String text, List<String> columns, List<String> cells) {
    int open = text.indexOf('<');
    if (open < 0) {
      return text;
    }
    StringBuilder filled = new StringBuilder();
    int done = 0;
    while (open >= 0) {
      int close = text.indexOf('>', open);
      int column = close < 0 ? -1 : columns.indexOf(text.substring(open + 1, close));
      if (column >= 0) {
        filled.append(text, done, open).append(column < cells.size() ? cells.get(column) : "");
        done = close + 1;
        open = text.indexOf('<', done);
      } else {
        open = text.indexOf('<', open + 1);
      }
    }
    return filled.append(text.substring(done)).toString();
  }
}
