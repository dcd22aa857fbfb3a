package elmtable.check.rules;

import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;

/**
 * What can be written and this version does not do yet. It is an error, since a run that passes
 * over it would show as passed what was never tried.
 */
final class NotCarriedOut {
  private NotCarriedOut() {}

  static void plan(PlanBlock plan, List<Diagnostic> problems) {
    lines(List.of(plan.at(), plan.every()), problems);
    if (!plan.mailTo().names().isEmpty()) {
      problems.add(line(plan.mailTo().line().orElseThrow()));
    }
  }

  /** Lines that say something, and would be passed over. */
  private static void lines(List<Optional<? extends Property<?>>> said, List<Diagnostic> problems) {
    for (Optional<? extends Property<?>> property : said) {
      property
          .filter(one -> one.value().isPresent())
          .ifPresent(one -> problems.add(line(one.line())));
    }
  }

  private static Diagnostic line(Line.Property line) {
    return property(line, "remove the line");
  }

  private static Diagnostic property(Line.Property property, String remedy) {
    return new Diagnostic(
        Problem.NOT_CARRIED_OUT,
        property.valueRange(),
        "This version does not carry out “"
            + property.word()
            + ": "
            + property.value()
            + "” yet; "
            + remedy
            + ".");
  }
}
