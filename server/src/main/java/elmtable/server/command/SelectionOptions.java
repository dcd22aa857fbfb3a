package elmtable.server.command;

import elmtable.check.CheckedProject;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import java.util.List;
import picocli.CommandLine.Option;

/** Options that choose what is planned or run. */
final class SelectionOptions {
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

  Plan plan(Project project) {
    try {
      return Planner.plan(CheckedProject.of(project), selection());
    } catch (Planner.BadSelectionException bad) {
      throw new RefusalException(bad.getMessage());
    }
  }

  Selection selection() {
    return new Selection(tags, suites, cases, rows, List.of(), environments, browsers);
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
        ? "everything"
        : String.join(", ", suites.isEmpty() ? cases : suites);
  }
}
