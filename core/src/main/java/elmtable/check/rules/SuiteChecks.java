package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.SuiteBlock;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.StepChecks;
import elmtable.check.rules.step.ValueChecks;
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

  List<Diagnostic> check(SuiteBlock suite) {
    List<Diagnostic> problems = new ArrayList<>();
    PropertyChecks properties = new PropertyChecks(project.index(), problems);
    properties.pages(suite.pages());
    properties.browsers(suite.browsers());
    properties.readable(
        suite.timeout(), suite.tries(), suite.within(), suite.independent(), suite.isolation());
    IsolationChecks.check(suite, problems);
    properties.dataSet(suite.data());
    VisibleNames names = VisibleNames.of(suite.block(), project);
    ValueChecks.check(suite.values(), names, problems);
    new FixtureListChecks(project.index(), null, problems).check(suite.fixtures());
    BindingContext context = new BindingContext(suite.pages().names(), Optional.empty());
    for (Section section : List.of(Section.SET_UP, Section.TEAR_DOWN)) {
      problems.addAll(steps.check(suite.block().steps(section), context, names, false));
    }
    return problems;
  }
}
