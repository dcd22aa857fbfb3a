package elmtable.check.rules.step;

import elmtable.binding.VisibleNames;
import elmtable.formula.Formula;
import elmtable.formula.FormulaProblem;
import elmtable.formula.Template;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks the references of a template against the names in reach. */
public final class TemplateChecks {
  private TemplateChecks() {}

  /**
   * @param range where the template's source stands
   */
  public static void check(
      Template template, Range range, VisibleNames visible, List<Diagnostic> problems) {
    grammar(template, range, problems);
    references(template, range, visible, problems);
  }

  public static void grammar(Template template, Range range, List<Diagnostic> problems) {
    for (FormulaProblem problem : template.problems()) {
      Range place = range.part(problem.start(), problem.end());
      Fix[] fixes = new Fix[0];
      if (problem.better() != null) {
        fixes = new Fix[] {Fix.replace("Use " + problem.better(), place, problem.better())};
      } else if (problem.problem() == Problem.UNCLOSED_REFERENCE) {
        fixes = new Fix[] {Fix.replace("Write \\<", place.part(0, 1), "\\<")};
      }
      problems.add(new Diagnostic(problem.problem(), place, problem.message(), fixes));
    }
  }

  public static void references(
      Template template, Range range, VisibleNames visible, List<Diagnostic> problems) {
    for (Template.Part part : template.parts()) {
      if (part instanceof Template.Expression expression && !expression.lenient()) {
        int start = expression.start() + 1;
        new FormulaChecks(visible, range, start, problems).check(expression.formula());
      }
    }
    for (Formula.Reference reference : template.references()) {
      if (FormulaChecks.isTrueOrFalse(reference) && visible.origin(reference).isEmpty()) {
        continue;
      }
      if (visible.origin(reference).isEmpty()
          && !(visible.isIncomplete() && reference.path().size() == 1)) {
        problems.add(unknown(reference, range.part(reference.start(), reference.end()), visible));
      }
    }
  }

  private static Diagnostic unknown(
      Formula.Reference reference, Range range, VisibleNames visible) {
    String written = reference.written();
    if (visible.isSwitchedOff(reference.path().get(0))) {
      return new Diagnostic(
          Problem.UNKNOWN_REFERENCE,
          range,
          "“"
              + written
              + "” is kept by a step that is switched off (! off); switch it on, or this"
              + " one off as well.");
    }
    List<String> known = visible.names().stream().map(VisibleNames.VisibleName::name).toList();
    Optional<String> near = Names.nearest(written, known);
    if (near.isPresent()) {
      VisibleNames.VisibleName name =
          visible.names().stream()
              .filter(k -> k.name().equals(near.get()))
              .findFirst()
              .orElseThrow();
      return new Diagnostic(
          Problem.UNKNOWN_REFERENCE,
          range,
          "“"
              + written
              + "” is not known here. Did you mean the "
              + name.origin().word()
              + " “"
              + near.get()
              + "”?",
          fixes(reference, range, visible, Fix.replace("Use " + near.get(), range, near.get())));
    }
    String others =
        known.isEmpty()
            ? "there are no names"
            : "there are " + String.join(", ", known.subList(0, Math.min(6, known.size())));
    return new Diagnostic(
        Problem.UNKNOWN_REFERENCE,
        range,
        "“" + written + "” is not known here; " + others + ".",
        fixes(reference, range, visible));
  }

  /** A new parameter or column of that name, or the sign itself instead of a reference. */
  private static Fix[] fixes(
      Formula.Reference reference, Range range, VisibleNames visible, Fix... before) {
    List<Fix> fixes = new ArrayList<>(List.of(before));
    if (reference.path().size() == 1) {
      visible
          .declaringBlock()
          .flatMap(block -> IntroduceNameFix.of(block, reference.path().get(0)))
          .ifPresent(fixes::add);
    }
    return fixes.toArray(Fix[]::new);
  }
}
