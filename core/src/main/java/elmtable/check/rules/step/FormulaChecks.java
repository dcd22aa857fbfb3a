package elmtable.check.rules.step;

import elmtable.binding.VisibleNames;
import elmtable.formula.Formula;
import elmtable.formula.Formula.Operator;
import elmtable.formula.Function;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/** Checks what formulas say beside names: rows that they look up, and true and false. */
final class FormulaChecks {
  private final VisibleNames visible;
  private final Range range;
  private final int start;
  private final List<Diagnostic> problems;

  /**
   * @param range where the text stands that holds the formula
   * @param start where the formula begins in that text
   */
  FormulaChecks(VisibleNames visible, Range range, int start, List<Diagnostic> problems) {
    this.visible = visible;
    this.range = range;
    this.start = start;
    this.problems = problems;
  }

  static boolean isTrueOrFalse(Formula.Reference reference) {
    return reference.path().size() == 1 && isTrueOrFalse(reference.path().get(0));
  }

  private static boolean isTrueOrFalse(String text) {
    return text.equalsIgnoreCase("true") || text.equalsIgnoreCase("false");
  }

  void check(Formula formula) {
    formula.walk(part -> {
      switch (part) {
        case Formula.Reference reference when isTrueOrFalse(reference) -> {
          if (visible.origin(reference).isEmpty()) {
            truth(reference, reference.written(), "is read as ");
          }
        }
        case Formula.Binary binary
            when binary.operator() == Operator.EQUAL || binary.operator() == Operator.UNEQUAL -> {
          quoted(binary.left());
          quoted(binary.right());
        }
        case Formula.Call call
            when call.function() == Function.LOOKUP || call.function() == Function.RECORD ->
            lookup(call);
        default -> {}
      }
    });
  }

  private void quoted(Formula side) {
    if (side instanceof Formula.Literal literal && isTrueOrFalse(literal.value().text())) {
      truth(literal, literal.value().text(), "beside yes or no is read as ");
    }
  }

  private void truth(Formula part, String text, String reading) {
    String word = text.equalsIgnoreCase("true") ? "yes" : "no";
    problems.add(
        new Diagnostic(
            Problem.TRUE_OR_FALSE,
            place(part),
            "“" + text + "” " + reading + word + "; say so, as everywhere else.",
            Fix.replace("Write " + word, place(part), word)));
  }

  private Range place(Formula part) {
    return range.part(start + part.start(), start + part.end());
  }

  /** What is written out is looked up at once. */
  private void lookup(Formula.Call call) {
    Optional<String> set = literal(call.arguments().get(0));
    Optional<String> key = literal(call.arguments().get(1));
    if (set.isEmpty()) {
      return;
    }
    if (!visible.records().has(set.get())) {
      problems.add(
          ArgumentChecks.unknownDataSet(
              visible.records().names(),
              set.get(),
              "is not a data set",
              place(call.arguments().get(0)),
              "'"));
      return;
    }
    Optional<String> column =
        call.arguments().size() > 2 ? literal(call.arguments().get(2)) : Optional.empty();
    visible
        .records()
        .objection(set.get(), key, column)
        .ifPresent(
            objection -> problems.add(new Diagnostic(Problem.NO_RECORD, place(call), objection)));
  }

  private static Optional<String> literal(Formula argument) {
    return argument instanceof Formula.Literal literal
        ? Optional.of(literal.value().text())
        : Optional.empty();
  }
}
