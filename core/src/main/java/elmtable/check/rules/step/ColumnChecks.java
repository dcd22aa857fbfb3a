package elmtable.check.rules.step;

import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.Symbol;
import elmtable.project.entry.DataEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Checks names of columns: whether formulas can say them plainly, and whether anything does. */
public final class ColumnChecks {
  private static final List<Section> STEPS =
      List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN);

  private ColumnChecks() {}

  /** Columns whose names are no plain names in a formula. */
  public static void brackets(SectionBody section, List<Diagnostic> problems) {
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
  public static void unused(Block block, List<Diagnostic> problems) {
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
  static String said(Block block, List<SectionBody> data) {
    StringBuilder said = new StringBuilder(block.name());
    say(block.properties(), said);
    for (SectionBody section : data) {
      say(section.properties(), said);
    }
    for (Section section : STEPS) {
      for (SectionBody body : block.sections(section)) {
        body.rows().forEach(row -> say(row, said));
        for (Line.Sentence sentence : body.sentences()) {
          said.append('\n').append(sentence.text().source());
          sentence.docString().ifPresent(text -> said.append('\n').append(text.source()));
          sentence.table().forEach(row -> say(row, said));
        }
      }
    }
    return Names.key(said.toString());
  }

  static void say(List<Line.Property> properties, StringBuilder said) {
    for (Line.Property property : properties) {
      said.append('\n').append(property.value());
    }
  }

  private static void say(Line.Row row, StringBuilder said) {
    for (Cell cell : row.cells()) {
      said.append('\n').append(cell.source());
    }
  }

  /**
   * The columns of the data sets that a block uses, as far as it may use them: for a case those
   * that it says, for what repeats steps over a set or makes another one of it all of them.
   *
   * @param used what the block uses
   */
  public static List<Symbol> uses(
      Block block, Optional<Block> suite, Set<Symbol> used, Project project) {
    List<Symbol> columns = new ArrayList<>();
    String said = null;
    for (Symbol symbol : used) {
      if (symbol.space() != Symbol.Space.DATA_SET) {
        continue;
      }
      if (block.kind() != BlockKind.CASE || repeatsOver(block, symbol.key())) {
        columns.add(Symbol.column(symbol.key(), Symbol.ALL));
        continue;
      }
      if (said == null) {
        StringBuilder all = new StringBuilder(said(block, block.sections(Section.DATA)));
        suite.ifPresent(head -> say(head.properties(), all));
        said = Names.key(all.toString());
      }
      Optional<DataEntry> set = project.index().dataSet(symbol.key());
      for (Cell column : set.map(ColumnChecks::typed).orElse(List.of())) {
        if (hasWord(said, Names.key(column.name()))) {
          columns.add(Symbol.column(symbol.key(), Names.key(column.name())));
        }
      }
    }
    return columns;
  }

  static boolean repeatsOver(Block block, String set) {
    for (Section section : STEPS) {
      for (Step step : block.steps(section)) {
        Mark.ForEach each = step.mark(Mark.ForEach.class);
        if (each != null && Names.key(each.list()).equals(set)) {
          return true;
        }
      }
    }
    return false;
  }

  /** The columns of rows typed into a data set. */
  public static List<Cell> typed(DataEntry set) {
    return set.own().rows().flatMap(SectionBody::head).stream()
        .flatMap(head -> head.cells().stream())
        .filter(cell -> !cell.isBlank())
        .toList();
  }

  /** Whether a data set uses a column of its rows itself, to choose, to order or to name them. */
  public static boolean usesItself(DataEntry set, Cell column) {
    String key = Names.key(column.name());
    return set.located().block().properties().stream()
        .anyMatch(property -> hasWord(Names.key(property.value()), key));
  }

  static boolean hasWord(String text, String word) {
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
