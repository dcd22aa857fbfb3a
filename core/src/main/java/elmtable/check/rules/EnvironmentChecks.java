package elmtable.check.rules;

import elmtable.binding.VisibleNames;
import elmtable.block.EnvironmentBlock;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import java.util.ArrayList;
import java.util.List;

/** Checks an environment: the one it starts from, and its values. */
final class EnvironmentChecks {
  private EnvironmentChecks() {}

  static List<Diagnostic> check(EnvironmentBlock environment, ProjectIndex index) {
    List<Diagnostic> problems = new ArrayList<>();
    new PropertyChecks(index, problems).environment(environment.like());
    VisibleNames names = VisibleNames.of(environment.block(), index);
    ValueChecks.check(environment.values(), names, problems);
    return problems;
  }
}
