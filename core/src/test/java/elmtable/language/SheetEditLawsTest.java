package elmtable.language;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.language.Document.LocatedBlock;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;

/**
 * Edits made to a document and to a plain list of rows beside it: both are the same afterwards, and
 * what surrounds the edited case keeps every byte.
 */
@DisplayName("Edits of the table view")
class SheetEditLawsTest {
  private static final String BEFORE =
      "suite   Untidy\ntags:a\n\n\ncase one\nsteps\n|  press|Back|\n\n";
  private static final String EDITED = "case edited\n> A note.\nsteps\n| open | Kilns |\n";
  private static final String AFTER = "\n# A comment.\ncase three\nsteps\n| log|  x  |   y |\n";
  private static final int EDITS = 60;
  private static final List<String> TEXTS =
      List.of(
          "",
          "press",
          "a|b",
          "<degrees + 1>",
          "two  blanks",
          "back\\slash",
          "end\\",
          "line\nbreak",
          " padded ",
          "é 窯 🔥",
          "=> kept",
          "! soft",
          "? 1 = 1",
          "\\|",
          "\"quoted\"",
          "# no comment",
          "> no note",
          "tags: none");

  private final List<List<String>> rows = new ArrayList<>(List.of(List.of("open", "Kilns")));
  private String text = BEFORE + EDITED + AFTER;
  private Random random;

  @RepeatedTest(25)
  void actOnTheirRowsAndOnNothingElse(RepetitionInfo repetition) {
    random = new Random(repetition.getCurrentRepetition());
    for (int i = 0; i < EDITS; i++) {
      String before = text;
      Document parsed = DocumentParser.parse(before);
      SheetEdit edit = edit();
      text = DocumentEditor.apply(before, edit);
      assertTrue(
          text.startsWith(BEFORE + "case edited\n> A note.\n"), () -> edit + " of\n" + before);
      assertTrue(text.endsWith(AFTER), () -> edit + " of\n" + before + "\ngave\n" + text);
      assertEquals(shown(rows), shown(read()), () -> edit + " of\n" + before);
      Document whole = DocumentParser.parse(text);
      assertEquals(whole, DocumentParser.parse(text, before, parsed), "read anew and read on");
    }
  }

  private LocatedBlock located() {
    return DocumentParser.parse(text).blocks().stream()
        .filter(located -> located.block().name().equals("edited"))
        .findFirst()
        .orElseThrow();
  }

  private List<List<String>> read() {
    return located().block().sections(Section.STEPS).stream()
        .flatMap(body -> body.rows().stream())
        .map(row -> row.cells().stream().map(Cell::source).toList())
        .toList();
  }

  /** Blank cells at a row's end are as good as none. */
  private static List<List<String>> shown(List<List<String>> rows) {
    return rows.stream()
        .map(row -> {
          int width = row.size();
          while (width > 0 && row.get(width - 1).isEmpty()) {
            width--;
          }
          return row.subList(0, width);
        })
        .toList();
  }

  private int line(int row) {
    LocatedBlock located = located();
    return located.firstLine()
        + located.block().section(Section.STEPS).orElseThrow().rows().get(row).range().line();
  }

  private String someText() {
    return TEXTS.get(random.nextInt(TEXTS.size()));
  }

  private List<String> someCells() {
    List<String> cells = new ArrayList<>();
    for (int i = 1 + random.nextInt(4); i > 0; i--) {
      cells.add(someText());
    }
    return cells;
  }

  private static List<String> typed(List<String> cells) {
    return cells.stream().map(Cell::typed).toList();
  }

  /** Makes an edit of the list and gives the same for the document. */
  private SheetEdit edit() {
    if (rows.isEmpty()) {
      List<String> cells = someCells();
      rows.add(typed(cells));
      return new SheetEdit.AddRow(located().firstLine(), Section.STEPS, cells);
    }
    int at = random.nextInt(rows.size());
    return switch (random.nextInt(6)) {
      case 0 -> insert(at);
      case 1 -> remove(at);
      case 2 -> move(at);
      case 3 -> paste(at);
      default -> set(at);
    };
  }

  private SheetEdit set(int at) {
    int cell = random.nextInt(5);
    String value = someText();
    put(at, cell, value);
    return new SheetEdit.SetCell(line(at), cell, value);
  }

  private void put(int at, int cell, String value) {
    while (rows.size() <= at) {
      rows.add(List.of());
    }
    List<String> row = new ArrayList<>(rows.get(at));
    while (row.size() <= cell) {
      row.add("");
    }
    row.set(cell, Cell.typed(value));
    rows.set(at, row);
  }

  private SheetEdit insert(int at) {
    boolean below = random.nextBoolean();
    List<String> cells = someCells();
    int line = line(at);
    rows.add(below ? at + 1 : at, typed(cells));
    return new SheetEdit.InsertRow(line, below, cells);
  }

  private SheetEdit remove(int at) {
    int count = 1 + random.nextInt(rows.size() - at);
    int line = line(at);
    rows.subList(at, at + count).clear();
    return new SheetEdit.RemoveRows(line, count);
  }

  private SheetEdit move(int at) {
    int count = 1 + random.nextInt(rows.size() - at);
    int before = random.nextInt(rows.size() + 1);
    boolean atEnd = before == rows.size();
    SheetEdit edit = new SheetEdit.MoveRows(line(at), count, atEnd ? -1 : line(before));
    if (before < at || before > at + count - 1) {
      List<List<String>> moved = new ArrayList<>(rows.subList(at, at + count));
      rows.subList(at, at + count).clear();
      rows.addAll(before > at ? before - count : before, moved);
    }
    return edit;
  }

  private SheetEdit paste(int at) {
    int cell = random.nextInt(3);
    List<List<String>> pasted = new ArrayList<>();
    for (int i = 1 + random.nextInt(3); i > 0; i--) {
      pasted.add(someCells());
    }
    int line = line(at);
    for (int r = 0; r < pasted.size(); r++) {
      for (int c = 0; c < pasted.get(r).size(); c++) {
        put(at + r, cell + c, pasted.get(r).get(c));
      }
    }
    return new SheetEdit.SetCells(line, cell, pasted);
  }
}
