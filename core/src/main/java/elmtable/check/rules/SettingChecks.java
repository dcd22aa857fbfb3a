package elmtable.check.rules;

import static elmtable.browser.BrowserConfig.HEADLESS_SHELL;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.BrowserBlock;
import elmtable.block.HookBlock;
import elmtable.block.NameList;
import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.StepChecks;
import elmtable.data.source.ProjectFiles;
import elmtable.language.Section;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks hooks, browsers and plans. */
final class SettingChecks {
  private final Project project;
  private final ProjectIndex index;
  private final ProjectFiles files;
  private final List<Diagnostic> problems = new ArrayList<>();
  private final PropertyChecks properties;

  SettingChecks(Project project) {
    this.project = project;
    this.index = project.index();
    this.files = project.files();
    this.properties = new PropertyChecks(index, problems);
  }

  List<Diagnostic> hook(HookBlock hook, StepChecks steps) {
    properties.readable(hook.only());
    BindingContext context = new BindingContext(List.of(), Optional.empty());
    problems.addAll(
        steps.check(
            hook.block().steps(Section.STEPS),
            context,
            VisibleNames.of(hook.block(), project),
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
        browser.address(),
        browser.limit(),
        browser.capabilities(),
        browser.timeZone(),
        browser.position(),
        browser.colourScheme(),
        browser.certificates(),
        browser.offline(),
        browser.wipe());
    if (browser.address().isPresent()) {
      browser.downloads().ifPresent(this::downloadsElsewhere);
    }
    if (browser.kind().flatMap(Property::value).filter(HEADLESS_SHELL::equals).isPresent()) {
      browser.headless().ifPresent(this::neverSeen);
    }
    return problems;
  }

  private void downloadsElsewhere(Property<String> downloads) {
    problems.add(
        new Diagnostic(
            Problem.BAD_PROPERTY_VALUE,
            downloads.line().valueRange(),
            "The downloads of a remote end stay there; remove the line or “address:”."));
  }

  private void neverSeen(Property<Boolean> headless) {
    if (headless.value().equals(Optional.of(false))) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              headless.line().valueRange(),
              "A headless shell is never on the screen; remove the line, or write “kind: chrome”."));
    }
  }

  private void mail(NameList to) {
    for (NameList.Place place : to.places()) {
      String address = place.name();
      if (!PlanBlock.isMailAddress(address)) {
        problems.add(
            new Diagnostic(
                Problem.BAD_PROPERTY_VALUE,
                place.range(),
                "“" + address + "” is not a mail address, such as team@kiln.test."));
      }
    }
  }

  private void changeOf(String path, PlanBlock plan) {
    if (files.version(path).isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.MISSING_FILE,
              plan.every().orElseThrow().range(),
              "The project has no file “"
                  + path
                  + "”; paths count from the project's folder."
                  + Nearest.to(path, files.paths()).question()));
    }
  }

  List<Diagnostic> plan(PlanBlock plan) {
    properties.readable(
        plan.tags(),
        plan.workers(),
        plan.tries(),
        plan.stopAfter(),
        plan.seed(),
        plan.within(),
        plan.timeout(),
        plan.picturesOfSteps(),
        plan.at(),
        plan.every());
    mail(plan.mailTo());
    plan.changeOf().ifPresent(path -> changeOf(path, plan));
    NotCarriedOut.plan(plan, problems);
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
