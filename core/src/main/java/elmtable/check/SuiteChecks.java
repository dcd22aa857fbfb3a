package elmtable.check;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.project.Project;
import elmtable.text.Diagnostic;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks the head of a suite; its cases are checked by themselves. */
final class SuiteChecks {
  private final Project project;
  private final StepChecks steps;

  SuiteChecks(Project project, StepChecks steps) {
    this.project = project;
    this.steps = steps;
  }

  List<Diagnostic> check(Block suite) {
    List<Diagnostic> problems = new ArrayList<>();
    PropertyChecks.pages(suite, project.index(), problems);
    PropertyChecks.fixtures(suite, project.index(), problems);
    PropertyChecks.browsers(suite, project.index(), problems);
    PropertyChecks.duration(suite, "timeout", problems);
    PropertyChecks.count(suite, "tries", 1, 99, problems);
    PropertyChecks.yesNo(suite, "independent", problems);
    suite
        .property("data")
        .ifPresent(property -> PropertyChecks.dataSet(property, project, problems));
    VisibleNames names = VisibleNames.of(suite, project.index());
    ValueChecks.check(suite, names, problems);
    BindingContext context = new BindingContext(suite.list("pages"), Optional.empty());
    for (Section section : List.of(Section.SET_UP, Section.TEAR_DOWN)) {
      problems.addAll(steps.check(suite.steps(section), context, names, false));
    }
    return problems;
  }
}
