package elmtable.language;

import elmtable.formula.Escapes;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Sentence;
import java.util.List;
import java.util.Map;

/** Checks the names that rows of sections give, and those of columns that authors choose. */
final class NameCells {
  /** The column that names things, and what they are. */
  private record Naming(String column, String noun, String forbidden, boolean placeholders) {}

  private static final String PLAIN = "|[]<>";
  private static final Map<Section, Naming> NAMINGS =
      Map.of(
          Section.TAKES, new Naming("name", "parameter", PLAIN, false),
          Section.GIVES, new Naming("name", "result", PLAIN, false),
          Section.VALUES, new Naming("name", "value", PLAIN, false),
          Section.ELEMENTS, new Naming("element", "element", "|[]", true));

  private NameCells() {}

  static void check(SectionBody body, List<Diagnostic> problems) {
    Naming naming = NAMINGS.get(body.section());
    if (body.section().namesItsColumns()) {
      for (Cell cell : body.head().orElseThrow().cells()) {
        signs(cell, new Naming("", "column", "|<>", false), problems);
      }
    } else if (naming != null) {
      SectionTable table = SectionTable.of(body);
      boolean named = table.columns().stream().anyMatch(c -> Names.same(c, naming.column()));
      for (SectionTable.Row row : named ? table.rows() : List.<SectionTable.Row>of()) {
        name(row, naming, problems);
      }
    }
  }

  private static void name(SectionTable.Row row, Naming naming, List<Diagnostic> problems) {
    Cell cell = row.cell(naming.column());
    if (cell.isBlank()) {
      problems.add(
          new Diagnostic(
              Problem.BAD_NAME,
              row.row().range(),
              "This " + naming.noun() + " has no name, so nothing can use it."));
    } else {
      signs(cell, naming, problems);
    }
  }

  private static void signs(Cell cell, Naming naming, List<Diagnostic> problems) {
    String name = cell.name();
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      int end = naming.placeholders() && c == '<' ? Escapes.referenceEnd(name, i) : -1;
      if (end > 0) {
        i = end;
      } else if (naming.forbidden().indexOf(c) >= 0) {
        problems.add(
            new Diagnostic(
                Problem.BAD_NAME,
                cell.range(),
                Sentence.capital(Sentence.one(naming.noun()))
                    + "'s name cannot have “"
                    + c
                    + "” in it."));
        return;
      }
    }
  }
}
