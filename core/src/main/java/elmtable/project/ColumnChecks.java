package elmtable.project;

import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

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

  /** Columns of a case's own rows that nothing in the case says. */
  static void unused(Block block, List<Diagnostic> problems) {
    List<SectionBody> data = block.sections(Section.DATA);
    if (data.isEmpty() || block.isScenario()) {
      return;
    }
    Set<String> said = new HashSet<>();
    say(Template.of(block.name()), said);
    for (Line.Property property : block.properties()) {
      saidBy(property, said);
    }
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      block.steps(section).forEach(step -> say(step, said));
    }
    for (SectionBody section : data) {
      section.properties().forEach(property -> saidBy(property, said));
      for (Cell cell : section.head().map(Line.Row::cells).orElse(List.of())) {
        if (!cell.isBlank() && !said.contains(Names.key(cell.name()))) {
          problems.add(
              new Diagnostic(
                  Problem.UNUSED_COLUMN,
                  cell.range(),
                  "Nothing in this case uses the column “" + cell.name() + "”."));
        }
      }
    }
  }

  /** Conditions and keys are formulas and lists of names: whatever they say is used. */
  private static void saidBy(Line.Property property, Set<String> said) {
    switch (property.word()) {
      case "where" -> say(Template.bare(property.value()), said);
      case "key" -> said.add(Names.key(property.value()));
      default -> {}
    }
  }

  private static void say(Step step, Set<String> said) {
    say(Template.of(step.first().source()), said);
    for (Cell cell : step.arguments()) {
      say(Template.of(cell.source()), said);
      // An argument may be a bare formula, or one given by name.
      say(Template.bare(cell.source()), said);
      say(Template.bare(cell.source().substring(cell.source().indexOf('=') + 1)), said);
    }
    for (Mark mark : step.marks()) {
      switch (mark) {
        case Mark.OnlyIf onlyIf -> say(onlyIf.formula(), said);
        case Mark.ForEach each -> say(Template.bare(each.list()), said);
        case Mark.Keep keep -> {}
        case Mark.Options options -> {}
      }
    }
  }

  private static void say(Template template, Set<String> said) {
    for (Formula.Reference reference : template.references()) {
      said.add(Names.key(reference.path().get(reference.path().size() - 1)));
    }
  }
}
