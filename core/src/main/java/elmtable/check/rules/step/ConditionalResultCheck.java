package elmtable.check.rules.step;

import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Finds results that a step keeps only under a condition and that a later step uses without one:
 * where the condition does not hold, there is no such result.
 */
final class ConditionalResultCheck {
  /** The condition under which a result is kept, by the key of its name. */
  private final Map<String, String> conditional = new HashMap<>();

  /** Kept under some condition before: two of them may well cover all. */
  private final Set<String> seen = new HashSet<>();

  void check(Step step, BoundStep bound, List<Diagnostic> problems) {
    if (!conditional.isEmpty() && step.mark(Mark.OnlyIf.class) == null) {
      for (BoundArgument argument : bound.arguments()) {
        if (argument.cell().isPresent()) {
          uses(argument.template(), argument.range(), problems);
        }
      }
    }
    Mark.Keep keep = step.mark(Mark.Keep.class);
    if (keep != null) {
      Mark.OnlyIf condition = step.mark(Mark.OnlyIf.class);
      keep.names().forEach(name -> kept(Names.key(name), condition));
    }
  }

  private void kept(String key, Mark.OnlyIf condition) {
    if (condition == null || seen.contains(key)) {
      conditional.remove(key);
    } else {
      conditional.put(key, condition.formula().source());
    }
    seen.add(key);
  }

  private void uses(Template template, Range range, List<Diagnostic> problems) {
    for (Formula.Reference reference : template.references()) {
      String condition = conditional.get(Names.key(reference.path().get(0)));
      if (condition != null && reference.path().size() == 1) {
        problems.add(
            new Diagnostic(
                Problem.CONDITIONAL_RESULT,
                range.part(reference.start(), reference.end()),
                "“"
                    + reference.written()
                    + "” is kept only where “"
                    + condition
                    + "” holds, and this step uses it whether it does or not."));
      }
    }
  }
}
