package elmtable.check.rules.step;

import elmtable.binding.VisibleNames;
import elmtable.formula.Formula;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Cell;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Checks the defaults of a keyword's parameters: each fits its kind, and uses only parameters
 * before it, and environment and run by their places.
 */
public final class DefaultChecks {
  private DefaultChecks() {}

  public static void check(
      KeywordEntry.Composed entry, Project project, List<Diagnostic> problems) {
    VisibleNames visible = VisibleNames.of(entry, project);
    Set<String> before = new HashSet<>();
    List<SectionTable.Row> rows =
        entry.block().section(Section.TAKES).map(SectionTable::of).stream()
            .flatMap(table -> table.rows().stream())
            .toList();
    for (SectionTable.Row row : rows) {
      Cell cell = row.cell("default");
      if (!cell.isBlank()) {
        kind(row, cell, problems);
        references(cell, before, visible, problems);
      }
      before.add(Names.key(row.text("name")));
    }
  }

  private static void kind(SectionTable.Row row, Cell cell, List<Diagnostic> problems) {
    Kind kind = Kind.read(row.text("kind")).orElse(Kind.TEXT);
    if (kind.type() == Kind.Type.FORMULA) {
      return;
    }
    Optional<String> literal = Template.of(cell.source()).literal();
    literal
        .flatMap(text -> kind.objection(Value.of(text)))
        .ifPresent(objection ->
            problems.add(
                new Diagnostic(
                    Problem.BAD_DEFAULT,
                    cell.range(),
                    "The default “" + literal.get() + "” does not fit: " + objection + ".")));
  }

  private static void references(
      Cell cell, Set<String> before, VisibleNames visible, List<Diagnostic> problems) {
    Template template = Template.of(cell.source());
    TemplateChecks.grammar(template, cell.range(), problems);
    for (Formula.Reference reference : template.references()) {
      Range range = cell.range().part(reference.start(), reference.end());
      List<String> path = reference.path();
      boolean known = path.size() > 1 && visible.origin(reference).isPresent();
      if (path.size() == 1 ? !before.contains(Names.key(path.get(0))) : !known) {
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_REFERENCE,
                range,
                "“"
                    + reference.written()
                    + "” is not known here; a default sees the parameters before it, <env/…> and"
                    + " <run/…>."));
      }
    }
  }
}
