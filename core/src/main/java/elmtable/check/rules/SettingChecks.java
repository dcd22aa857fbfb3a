package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.BrowserBlock;
import elmtable.block.HookBlock;
import elmtable.block.PlanBlock;
import elmtable.language.Section;
import elmtable.project.ProjectIndex;
import elmtable.project.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks hooks, browsers and plans. */
final class SettingChecks {
  private final ProjectIndex index;
  private final List<Diagnostic> problems = new ArrayList<>();
  private final PropertyChecks properties;

  SettingChecks(ProjectIndex index) {
    this.index = index;
    this.properties = new PropertyChecks(index, problems);
  }

  List<Diagnostic> hook(HookBlock hook, StepChecks steps) {
    properties.readable(hook.only());
    NotCarriedOut.hook(hook, problems);
    BindingContext context = new BindingContext(List.of(), Optional.empty());
    problems.addAll(
        steps.check(
            hook.block().steps(Section.STEPS),
            context,
            VisibleNames.of(hook.block(), index),
            false));
    return problems;
  }

  List<Diagnostic> browser(BrowserBlock browser) {
    properties.readable(
        browser.kind(),
        browser.isolation(),
        browser.headless(),
        browser.pace(),
        browser.window(),
        browser.address());
    NotCarriedOut.browser(browser, problems);
    return problems;
  }

  List<Diagnostic> plan(PlanBlock plan) {
    properties.readable(plan.tags(), plan.workers(), plan.tries(), plan.stopAfter(), plan.seed());
    properties.known(
        plan.suites(),
        Problem.UNKNOWN_SUITE,
        "suite",
        index.suites().stream().map(SuiteEntry::name).toList());
    properties.environments(plan.environments());
    properties.browsers(plan.browsers());
    return problems;
  }
}
