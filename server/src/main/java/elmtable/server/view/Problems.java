package elmtable.server.view;

import elmtable.check.CheckedProject;
import elmtable.server.message.ProjectMessages.ProblemCounts;
import elmtable.server.message.ProjectMessages.ProblemView;
import elmtable.text.Diagnostic;
import elmtable.text.Severity;
import java.util.Collection;
import java.util.List;
import java.util.Locale;

/** Problems for the interface. */
public final class Problems {
  private Problems() {}

  public static List<ProblemView> of(List<Diagnostic> problems) {
    return problems.stream().map(Problems::of).toList();
  }

  private static ProblemView of(Diagnostic problem) {
    return new ProblemView(
        problem.problem().code(),
        problem.severity().name().toLowerCase(Locale.ROOT),
        problem.range().line() + 1,
        problem.range().start(),
        problem.range().end(),
        problem.message());
  }

  public static ProblemCounts counts(CheckedProject project) {
    return counts(project.problems().values().stream().flatMap(Collection::stream).toList());
  }

  static ProblemCounts counts(List<Diagnostic> problems) {
    return new ProblemCounts(
        count(problems, Severity.ERROR),
        count(problems, Severity.WARNING),
        count(problems, Severity.NOTICE));
  }

  private static int count(List<Diagnostic> problems, Severity severity) {
    return (int) problems.stream().filter(problem -> problem.severity() == severity).count();
  }
}
