package elmtable.check.rules;

import elmtable.block.BrowserBlock;
import elmtable.block.FixtureBlock;
import elmtable.block.HookBlock;
import elmtable.block.Isolation;
import elmtable.block.Property;
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

  static void hook(HookBlock hook, List<Diagnostic> problems) {
    if (hook.moment().isEmpty()) {
      // It is nothing that any version could run.
      return;
    }
    problems.add(
        new Diagnostic(
            Problem.NOT_CARRIED_OUT,
            hook.block().nameRange(),
            "This version does not run hooks yet; put the steps into the set-up or tear-down of"
                + " suites."));
  }

  static void fixture(FixtureBlock fixture, List<Diagnostic> problems) {
    problems.add(
        new Diagnostic(
            Problem.NOT_CARRIED_OUT,
            fixture.block().nameRange(),
            "This version does not set up fixtures yet; put the steps into the set-up of suites or"
                + " cases."));
  }

  static void browser(BrowserBlock browser, List<Diagnostic> problems) {
    browser.isolation().ifPresent(said -> isolation(said, problems));
    for (Optional<? extends Property<?>> ignored : List.of(browser.pace(), browser.address())) {
      ignored
          .filter(property -> property.value().isPresent())
          .ifPresent(property -> problems.add(property(property, "remove the line")));
    }
  }

  static void isolation(Property<Isolation> said, List<Diagnostic> problems) {
    if (said.value().filter(isolation -> isolation != Isolation.CASE).isPresent()) {
      problems.add(property(said, "every executable case has a state of its own: write case"));
    }
  }

  private static Diagnostic property(Property<?> property, String remedy) {
    return new Diagnostic(
        Problem.NOT_CARRIED_OUT,
        property.range(),
        "This version does not carry out “"
            + property.line().word()
            + ": "
            + property.written()
            + "” yet; "
            + remedy
            + ".");
  }
}
