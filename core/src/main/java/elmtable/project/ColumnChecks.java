package elmtable.project;

import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.List;

/** Checks names of columns: whether formulas can say them plainly, and whether anything does. */
final class ColumnChecks {
  private ColumnChecks() {}

  /** Columns whose names are no plain names in a formula. */
  static void brackets(SectionBody section, List<Diagnostic> problems) {
    for (Cell cell : section.head().map(Line.Row::cells).orElse(List.of())) {
      String name = cell.name();
      if (!name.isEmpty() && !isPlain(name)) {
        problems.add(
            new Diagnostic(
                Problem.BRACKETS_NEEDED,
                cell.range(),
                "A formula would not read “" + name + "” as one name; write <[" + name + "]>."));
      }
    }
  }

  private static boolean isPlain(String name) {
    return Template.of("<" + name + ">")
        .singleReference()
        .filter(formula ->
            formula instanceof Formula.Reference reference
                && reference.path().size() == 1
                && Names.same(reference.path().get(0), name))
        .isPresent();
  }

  /**
   * Columns of a case's own rows that nothing in the case says. A word that only looks like the
   * column's name counts as a use: better one unused column too few than a used one too many.
   */
  static void unused(Block block, List<Diagnostic> problems) {
    List<SectionBody> data = block.sections(Section.DATA);
    if (data.isEmpty() || block.isScenario()) {
      return;
    }
    String said = said(block, data);
    for (SectionBody section : data) {
      for (Cell cell : section.head().map(Line.Row::cells).orElse(List.of())) {
        if (!cell.isBlank() && !hasWord(said, Names.key(cell.name()))) {
          problems.add(
              new Diagnostic(
                  Problem.UNUSED_COLUMN,
                  cell.range(),
                  "Nothing in this case uses the column “" + cell.name() + "”."));
        }
      }
    }
  }

  /** Everything in a case that may say the name of a column, as the key of a name. */
  private static String said(Block block, List<SectionBody> data) {
    StringBuilder said = new StringBuilder(block.name());
    block.properties().forEach(property -> said.append('\n').append(property.value()));
    data.forEach(section ->
        section.properties().forEach(property -> said.append('\n').append(property.value())));
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      for (SectionBody body : block.sections(section)) {
        body.rows()
            .forEach(row -> row.cells().forEach(cell -> said.append('\n').append(cell.source())));
      }
    }
    return Names.key(said.toString());
  }

  private static boolean hasWord(String text, String word) {
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      int end = at + word.length();
      boolean begins = at == 0 || !Character.isLetterOrDigit(text.charAt(at - 1));
      boolean ends = end == text.length() || !Character.isLetterOrDigit(text.charAt(end));
      if (begins && ends) {
        return true;
      }
    }
    return false;
  }
}
