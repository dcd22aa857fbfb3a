package elmtable.server.command;

import elmtable.block.ValuesTable;
import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.plan.IdentityPlans;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.SavedPlan;
import elmtable.plan.Selection;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.text.Names;
import elmtable.text.Nearest;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Option;

/** Options that choose what is planned or run. */
final class SelectionOptions {
  @Option(
      names = "--plan",
      paramLabel = "NAME",
      description = "A saved plan of the project; other options go before what it says.")
  private String saved = "";

  @Option(
      names = "--tags",
      paramLabel = "EXPR",
      description = "Tag expression, such as \"smoke and not slow\".")
  private String tags = "";

  @Option(names = "--suite", paramLabel = "NAME", description = "Only this suite; may be repeated.")
  private List<String> suites = List.of();

  @Option(
      names = "--case",
      paramLabel = "NAME",
      description = "Only this case, or SUITE/CASE; may be repeated.")
  private List<String> cases = List.of();

  @Option(
      names = "--row",
      paramLabel = "KEY",
      description = "Only this row of data, by its key or number; may be repeated.")
  private List<String> rows = List.of();

  @Option(
      names = "--environment",
      paramLabel = "NAME",
      description = "Environment; the first one if left out; may be repeated.")
  private List<String> environments = List.of();

  @Option(
      names = "--browser",
      paramLabel = "NAME",
      description = "Browser; the first one if left out; may be repeated.")
  private List<String> browsers = List.of();

  @Option(
      names = "--set",
      paramLabel = "NAME=VALUE",
      description = "Another value for a name of the environment; may be repeated.")
  private Map<String, String> values = Map.of();

  /** The project with the values that were set. */
  Project overridden(Project project) {
    List<String> known =
        project.index().named(BlockKind.ENVIRONMENT).stream()
            .flatMap(each -> Environments.entries(project.index(), each.name()).values().stream())
            .map(ValuesTable.Entry::name)
            .distinct()
            .toList();
    for (String name : values.keySet()) {
      if (known.stream().noneMatch(each -> Names.same(each, name))) {
        throw new RefusalException(
            "No environment has a value “" + name + "”." + Nearest.to(name, known).question());
      }
    }
    return values.isEmpty() ? project : project.overridden(values);
  }

  Plan plan(Project project) {
    return plan(project, selection(project));
  }

  /** The plan that is named, or nothing. */
  Optional<SavedPlan> saved(Project project) {
    try {
      return saved.isEmpty() ? Optional.empty() : Optional.of(SavedPlan.named(project, saved));
    } catch (Planner.BadSelectionException bad) {
      throw new RefusalException(bad.getMessage());
    }
  }

  Plan plan(Project project, Selection selection) {
    try {
      return IdentityPlans.plan(CheckedProject.of(project), selection);
    } catch (Planner.BadSelectionException bad) {
      throw new RefusalException(bad.getMessage());
    }
  }

  /** What is chosen; what is left out is as the saved plan has it. */
  Selection selection(Project project) {
    Selection base = saved(project).map(SavedPlan::selection).orElse(Selection.everything());
    return new Selection(
        tags.isEmpty() ? base.tags() : tags,
        suites.isEmpty() ? base.suites() : suites,
        cases,
        rows,
        List.of(),
        environments.isEmpty() ? base.environments() : environments,
        browsers.isEmpty() ? base.browsers() : browsers);
  }

  /** Whether single rows are chosen. */
  boolean choosesRows() {
    return !rows.isEmpty();
  }

  /** What was chosen, in a few words. */
  String title() {
    if (!tags.isEmpty()) {
      return tags;
    }
    return suites.isEmpty() && cases.isEmpty()
        ? (saved.isEmpty() ? "everything" : saved)
        : String.join(", ", suites.isEmpty() ? cases : suites);
  }
}
