package elmtable.check.rules.step;

import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.block.BrowserBlock;
import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.language.Line;
import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;

/**
 * What can be written and this version does not do yet. It is an error, since a run that passes
 * over it would show as passed what was never tried.
 */
public final class NotCarriedOut {
  private NotCarriedOut() {}

  /** A built-in keyword, or what one of its arguments asks for. */
  static void step(Step step, BoundStep bound, List<Diagnostic> problems) {
    if (!(bound.keyword().orElse(null) instanceof KeywordEntry.Method method)) {
      return;
    }
    String name = method.signature().name();
    if (!method.builtIn().isCarriedOut()) {
      problems.add(
          new Diagnostic(
              Problem.NOT_CARRIED_OUT,
              step.first().range(),
              "This version does not carry out “" + name + "” yet; remove the step."));
    }
    for (BoundArgument argument : bound.arguments()) {
      boolean asked =
          argument.cell().isPresent()
              && !argument.template().source().equals(argument.parameter().fallback());
      if (asked && !method.builtIn().isCarriedOut(argument.index())) {
        problems.add(
            new Diagnostic(
                Problem.NOT_CARRIED_OUT,
                argument.range(),
                "This version does not carry out “"
                    + argument.parameter().name()
                    + "” of “"
                    + name
                    + "” yet; empty the cell."));
      }
    }
  }

  public static void browser(BrowserBlock browser, List<Diagnostic> problems) {
    lines(List.of(browser.downloads(), browser.wipe()), problems);
  }

  public static void plan(PlanBlock plan, List<Diagnostic> problems) {
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
