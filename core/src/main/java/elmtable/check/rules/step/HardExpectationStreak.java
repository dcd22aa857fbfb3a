package elmtable.check.rules.step;

import elmtable.binding.BoundStep;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;

/**
 * Finds hard expectations in a row: when the first fails, what the others would say is not seen.
 */
final class HardExpectationStreak {
  private static final String GROUP = "Expecting";
  private static final int LONG = 3;

  private int length;

  void check(Step step, BoundStep bound, List<Diagnostic> problems) {
    boolean expectation =
        bound.keyword().filter(keyword -> keyword instanceof KeywordEntry.Method).isPresent()
            && bound.keyword().get().signature().group().equals(GROUP);
    Mark.Options options = step.mark(Mark.Options.class);
    boolean soft = options != null && options.soft();
    length = expectation && !soft && step.mark(Mark.OnlyIf.class) == null ? length + 1 : 0;
    if (length == LONG) {
      problems.add(
          new Diagnostic(
              Problem.HARD_EXPECTATIONS,
              step.first().range(),
              "This is the third expectation in a row: where the first does not hold, the others are"
                  + " not looked at. Mark them “! soft” to see all."));
    }
  }
}
