package elmtable.language;

import elmtable.language.Document.LocatedBlock;
import elmtable.text.Range;
import elmtable.text.Sentence;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Makes sheet edits in a text. The edited block is printed anew in its canonical form; every other
 * byte stays.
 *
 * <p>Throws {@link NoSuchLineException} where an edit names a line that holds no row or block, as
 * after a change by another.
 */
public final class DocumentEditor {
  private static final Range NOWHERE = new Range(0, 0, 0);

  private DocumentEditor() {}

  /** An edit whose place is not in the document. */
  public static final class NoSuchLineException extends RuntimeException {
    private static final long serialVersionUID = 1;

    NoSuchLineException(String message) {
      super(message);
    }
  }

  public static String apply(String text, SheetEdit edit) {
    Document document = DocumentParser.parse(text);
    return switch (edit) {
      case SheetEdit.SetCell e ->
          inRow(text, document, e.line(), (rows, at) -> setCell(rows, at, e.cell(), e.text()));
      case SheetEdit.SetCells e ->
          inRow(text, document, e.line(), (lines, at) -> setCells(lines, at, e));
      case SheetEdit.InsertRow e ->
          inRow(
              text,
              document,
              e.line(),
              (lines, at) -> lines.add(e.below() ? at + 1 : at, row(e.cells())));
      case SheetEdit.AddRow e -> inBlock(text, document, e.block(), block -> addRow(block, e));
      case SheetEdit.RemoveRows e ->
          inRow(text, document, e.line(), (lines, at) -> removeRows(lines, at, e.count()));
      case SheetEdit.MoveRows e -> move(text, document, e);
      case SheetEdit.SetProperty e ->
          inBlock(text, document, e.block(), block -> setProperty(block, e));
      case SheetEdit.SetName e ->
          inBlock(text, document, e.block(), block -> named(block, e.name().strip()));
      case SheetEdit.SetNotes e ->
          inBlock(text, document, e.block(), block -> setNotes(block, e.text()));
      case SheetEdit.AddBlocks e -> addBlocks(text, document, e);
      case SheetEdit.RemoveBlock e -> removeBlock(text, document, e.block());
    };
  }

  private interface RowChange {
    void change(List<Line> lines, int at);
  }

  private interface BlockChange {
    Block change(Block block);
  }

  private static String inBlock(String text, Document document, int line, BlockChange change) {
    LocatedBlock located = blockAt(document, line);
    return splice(text, located, Printer.print(change.change(located.block())));
  }

  private static String inRow(String text, Document document, int line, RowChange change) {
    return inBlock(
        text,
        document,
        line,
        block -> {
          int relative = line - blockAt(document, line).firstLine();
          List<Line> lines = new ArrayList<>(block.lines());
          change.change(lines, indexOfRow(lines, relative, line));
          return with(block, lines);
        });
  }

  private static LocatedBlock blockAt(Document document, int line) {
    return document
        .blockAt(line)
        .orElseThrow(() -> new NoSuchLineException("Line " + (line + 1) + " belongs to no block."));
  }

  private static int indexOfRow(List<Line> lines, int relative, int absolute) {
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i) instanceof Line.Row row && row.range().line() == relative) {
        return i;
      }
    }
    throw new NoSuchLineException("Line " + (absolute + 1) + " is not a row.");
  }

  private static Line.Row row(List<String> cells) {
    List<Cell> made = cells.stream().map(cell -> new Cell(Cell.typed(cell), NOWHERE)).toList();
    return new Line.Row(made.isEmpty() ? List.of(new Cell("", NOWHERE)) : made, true, NOWHERE);
  }

  private static void setCell(List<Line> lines, int at, int cell, String text) {
    Line.Row row = (Line.Row) lines.get(at);
    List<Cell> cells = new ArrayList<>(row.cells());
    while (cells.size() <= cell) {
      cells.add(new Cell("", NOWHERE));
    }
    cells.set(cell, new Cell(Cell.typed(text), NOWHERE));
    lines.set(at, new Line.Row(cells, true, row.range()));
  }

  private static void setCells(List<Line> lines, int from, SheetEdit.SetCells edit) {
    int at = from;
    for (List<String> cells : edit.rows()) {
      if (at >= lines.size() || !(lines.get(at) instanceof Line.Row)) {
        lines.add(at, row(List.of()));
      }
      for (int c = 0; c < cells.size(); c++) {
        setCell(lines, at, edit.cell() + c, cells.get(c));
      }
      at++;
    }
  }

  private static void removeRows(List<Line> lines, int at, int count) {
    for (int left = count;
        left > 0 && at < lines.size() && lines.get(at) instanceof Line.Row;
        left--) {
      lines.remove(at);
    }
  }

  private static Block addRow(Block block, SheetEdit.AddRow edit) {
    if (!block.kind().sections().contains(edit.section())) {
      throw new NoSuchLineException(
          Sentence.capital(Sentence.one(block.kind().noun()))
              + " has no section "
              + edit.section().word()
              + ".");
    }
    List<Line> lines = new ArrayList<>(block.lines());
    Optional<SectionBody> section = block.section(edit.section());
    if (section.isEmpty()) {
      lines.add(new Line.SectionWord(edit.section(), NOWHERE));
      lines.add(row(edit.cells()));
      return with(block, lines);
    }
    List<Line.Row> rows = section.get().rows();
    Line last = rows.isEmpty() ? section.get().word().orElseThrow() : rows.get(rows.size() - 1);
    lines.add(lines.indexOf(last) + 1, row(edit.cells()));
    return with(block, lines);
  }

  private static String move(String text, Document document, SheetEdit.MoveRows edit) {
    LocatedBlock located = blockAt(document, edit.line());
    List<Line> lines = new ArrayList<>(located.block().lines());
    int from = indexOfRow(lines, edit.line() - located.firstLine(), edit.line());
    Line target =
        edit.before() < 0
            ? null
            : lines.get(indexOfRow(lines, edit.before() - located.firstLine(), edit.before()));
    List<Line> moved =
        new ArrayList<>(lines.subList(from, Math.min(lines.size(), from + edit.count())));
    moved.removeIf(line -> !(line instanceof Line.Row));
    if (moved.contains(target)) {
      return text;
    }
    int afterSection = endOfRows(lines, from);
    Line behind = afterSection < lines.size() ? lines.get(afterSection) : null;
    lines.removeAll(moved);
    int to =
        target != null
            ? lines.indexOf(target)
            : behind != null ? lines.indexOf(behind) : lines.size();
    lines.addAll(to, moved);
    return splice(text, located, Printer.print(with(located.block(), lines)));
  }

  private static int endOfRows(List<Line> lines, int from) {
    int end = from;
    for (int i = from; i < lines.size() && !(lines.get(i) instanceof Line.SectionWord); i++) {
      if (lines.get(i) instanceof Line.Row) {
        end = i + 1;
      }
    }
    return end;
  }

  private static Block setProperty(Block block, SheetEdit.SetProperty edit) {
    List<Line> lines = new ArrayList<>(block.lines());
    Optional<Line.Property> old = block.property(edit.word());
    String value = edit.value().strip().replace('\n', ' ');
    Line.Property property = new Line.Property(edit.word(), value, NOWHERE, NOWHERE);
    if (value.isEmpty()) {
      old.ifPresent(lines::remove);
    } else if (old.isPresent()) {
      lines.set(lines.indexOf(old.get()), property);
    } else {
      lines.add(endOfHead(lines), property);
    }
    return with(block, lines);
  }

  private static int endOfHead(List<Line> lines) {
    int end = 0;
    while (end < lines.size()
        && (lines.get(end) instanceof Line.Note || lines.get(end) instanceof Line.Property)) {
      end++;
    }
    return end;
  }

  private static Block setNotes(Block block, String text) {
    List<Line> lines = new ArrayList<>(block.lines());
    lines.removeAll(block.notes());
    List<Line> notes = new ArrayList<>();
    for (String line : SourceText.lines(text.strip())) {
      notes.add(new Line.Note(line.stripTrailing(), NOWHERE));
    }
    lines.addAll(0, notes);
    return with(block, lines);
  }

  private static String addBlocks(String text, Document document, SheetEdit.AddBlocks edit) {
    String printed = Printer.print(DocumentParser.parse(edit.text()));
    if (edit.block() < 0) {
      String before = text.isEmpty() || text.endsWith("\n") ? text : text + "\n";
      return before + (before.isBlank() ? "" : "\n") + printed;
    }
    LocatedBlock located = blockAt(document, edit.block());
    int end = LineStarts.of(text).start(located.end());
    String before = text.substring(0, end);
    String gap = before.endsWith("\n") ? "\n" : "\n\n";
    return before + gap + printed + text.substring(end);
  }

  private static String removeBlock(String text, Document document, int line) {
    LocatedBlock located = blockAt(document, line);
    LineStarts starts = LineStarts.of(text);
    int end = located.end();
    List<String> lines = SourceText.lines(text);
    while (end < lines.size() && lines.get(end).isBlank()) {
      end++;
    }
    return text.substring(0, starts.start(located.firstLine())) + text.substring(starts.start(end));
  }

  private static Block named(Block block, String name) {
    return new Block(
        block.kind(),
        name,
        block.header(),
        block.nameRange(),
        block.above(),
        block.lines(),
        block.lineCount(),
        List.of());
  }

  private static Block with(Block block, List<Line> lines) {
    return new Block(
        block.kind(),
        block.name(),
        block.header(),
        block.nameRange(),
        block.above(),
        lines,
        block.lineCount(),
        List.of());
  }

  /** The text with a block's lines replaced; a document whose last line has no newline gets one. */
  private static String splice(String text, LocatedBlock located, String printed) {
    LineStarts starts = LineStarts.of(text);
    return text.substring(0, starts.start(located.firstLine()))
        + printed
        + text.substring(starts.start(located.end()));
  }
}
