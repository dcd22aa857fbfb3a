package elmtable.check.rules;

import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.block.BrowserBlock;
import elmtable.block.FixtureBlock;
import elmtable.block.HookBlock;
import elmtable.block.Isolation;
import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.block.Scope;
import elmtable.language.Line;
import elmtable.language.Moment;
import elmtable.language.Step;
import elmtable.project.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What can be written and this version does not do yet. It is an error, since a run that passes
 * over it would show as passed what was never tried.
 */
final class NotCarriedOut {
  private static final Set<Moment> CARRIED_OUT =
      Set.of(Moment.BEFORE_CASE, Moment.AFTER_CASE, Moment.BEFORE_STEP, Moment.AFTER_STEP);

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

  static void hook(HookBlock hook, List<Diagnostic> problems) {
    // One of no moment is nothing that any version could run.
    boolean runs = hook.moment().map(CARRIED_OUT::contains).orElse(true);
    if (!runs) {
      problems.add(
          new Diagnostic(
              Problem.NOT_CARRIED_OUT,
              hook.block().nameRange(),
              "This version does not run hooks “"
                  + hook.block().name()
                  + "” yet; use one of cases or steps."));
    }
  }

  static void fixture(FixtureBlock fixture, List<Diagnostic> problems) {
    fixture
        .scopeProperty()
        .filter(scope -> scope.value().filter(one -> one != Scope.CASE).isPresent())
        .ifPresent(scope ->
            problems.add(
                property(scope.line(), "each executable case has its own set-up: write case")));
    lines(List.of(fixture.keepSession(), fixture.check()), problems);
  }

  static void browser(BrowserBlock browser, List<Diagnostic> problems) {
    browser.isolation().ifPresent(said -> isolation(said, problems));
    lines(List.of(browser.downloads(), browser.wipe()), problems);
  }

  static void plan(PlanBlock plan, List<Diagnostic> problems) {
    lines(
        List.of(
            plan.picturesOfSteps().filter(pictures -> pictures.value().orElse(false)),
            plan.within(),
            plan.timeout(),
            plan.at(),
            plan.every()),
        problems);
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

  static void isolation(Property<Isolation> said, List<Diagnostic> problems) {
    if (said.value().filter(isolation -> isolation != Isolation.CASE).isPresent()) {
      problems.add(
          property(said.line(), "every executable case has a state of its own: write case"));
    }
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
