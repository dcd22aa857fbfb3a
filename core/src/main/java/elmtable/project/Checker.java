package elmtable.project;

import elmtable.language.BlockKind;
import elmtable.language.Document.Placed;
import elmtable.text.Diagnostic;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Checks every document of a project: its grammar, its names, and each block by its kind. */
final class Checker {
  private static final Comparator<Diagnostic> IN_ORDER =
      Comparator.<Diagnostic>comparingInt(d -> d.range().line())
          .thenComparingInt(d -> d.range().start())
          .thenComparing(Diagnostic::severity);

  private final Project project;
  private final StepChecks steps;

  private Checker(Project project) {
    this.project = project;
    this.steps = new StepChecks(project.index());
  }

  static Map<String, List<Diagnostic>> check(Project project) {
    Checker checker = new Checker(project);
    Map<String, List<Diagnostic>> all = new LinkedHashMap<>();
    for (SourceDocument document : project.documents().values()) {
      List<Diagnostic> problems = new ArrayList<>(document.document().allProblems());
      problems.addAll(project.index().duplicates().getOrDefault(document.path(), List.of()));
      for (SuiteEntry suite : project.index().suites()) {
        if (suite.path().equals(document.path())) {
          suite
              .cases()
              .forEach(entry ->
                  checker.add(
                      entry.placed(),
                      problems,
                      new CaseChecks(project, checker.steps).check(entry)));
        }
      }
      for (Placed placed : document.document().blocks()) {
        checker.add(placed, problems, checker.check(document.path(), placed));
      }
      problems.sort(IN_ORDER);
      all.put(document.path(), List.copyOf(problems));
    }
    KeywordCircles.find(project.index())
        .forEach((path, circles) -> all.merge(path, circles, Checker::merged));
    return all;
  }

  private static List<Diagnostic> merged(List<Diagnostic> a, List<Diagnostic> b) {
    List<Diagnostic> both = new ArrayList<>(a);
    both.addAll(b);
    both.sort(IN_ORDER);
    return List.copyOf(both);
  }

  private void add(Placed placed, List<Diagnostic> problems, List<Diagnostic> found) {
    found.forEach(problem -> problems.add(problem.down(placed.firstLine())));
  }

  private List<Diagnostic> check(String path, Placed placed) {
    if (placed.block().name().isEmpty() && placed.block().kind() != BlockKind.SUITE) {
      return List.of();
    }
    return switch (placed.block().kind()) {
      case KEYWORD -> new KeywordChecks(project, steps).check(path, placed);
      case PAGE -> PageChecks.check(placed.block(), project.index());
      case DATA_SET -> DataChecks.check(new DataEntry(path, placed), project);
      case SUITE -> new SuiteChecks(project, steps).check(placed.block());
      case ENVIRONMENT -> EnvironmentChecks.check(placed.block(), project.index());
      case CASE, FIXTURE, HOOK, BROWSER, PLAN -> List.of();
    };
  }
}
