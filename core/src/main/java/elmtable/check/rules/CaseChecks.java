package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.CaseBlock;
import elmtable.block.Property;
import elmtable.check.rules.step.ColumnChecks;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.StepChecks;
import elmtable.check.rules.step.TemplateChecks;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.CaseData;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks a case: its name, properties, data and steps. */
final class CaseChecks {
  private final Project project;
  private final StepChecks steps;
  private final List<Diagnostic> problems = new ArrayList<>();

  CaseChecks(Project project, StepChecks steps) {
    this.project = project;
    this.steps = steps;
  }

  List<Diagnostic> check(CaseEntry entry) {
    Block block = entry.block();
    CaseData data = project.dataOf(entry);
    VisibleNames visible = VisibleNames.of(entry, project, data);
    if (!block.isScenario()) {
      name(entry, visible);
    }
    properties(entry, visible);
    new AfterChecks(project.index()).check(entry, problems);
    CaseNameChecks.check(entry, project, data, problems);
    ColumnChecks.unused(block, problems);
    data(entry, data);
    boolean draft = entry.isDraft();
    BindingContext context = BindingContext.of(entry);
    if (block.isScenario()) {
      problems.addAll(new ScenarioChecks(project).check(entry));
    } else {
      for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
        problems.addAll(steps.check(block.steps(section), context, visible, draft));
      }
    }
    if (draft && !block.activeSteps(Section.STEPS).isEmpty()) {
      DraftChecks.finished(block, entry.own().draft(), problems);
    }
    if (block.activeSteps(Section.STEPS).isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.NO_STEPS,
              block.header(),
              "This case has no steps and stays out of every plan."));
    }
    return problems;
  }

  private void name(CaseEntry entry, VisibleNames visible) {
    Template name = entry.nameTemplate();
    Range range = entry.block().nameRange();
    TemplateChecks.check(name, range, visible, problems);
    for (Template.Part part : name.parts()) {
      if (part instanceof Template.Expression place) {
        Formula.Call changing = place.formula().changing();
        if (changing != null) {
          problems.add(
              new Diagnostic(
                  Problem.CHANGING_NAME,
                  range.part(place.start(), place.end()),
                  "A case's name may not depend on “"
                      + changing.function().written()
                      + "”, or it could not be recognised in the next run."));
        }
      }
    }
  }

  private void properties(CaseEntry entry, VisibleNames visible) {
    CaseBlock own = entry.own();
    PropertyChecks properties = new PropertyChecks(project.index(), problems);
    properties.pages(own.pages());
    properties.browsers(own.browsers());
    FixtureListChecks fixtures = new FixtureListChecks(project.index(), visible, problems);
    if (!own.fixtures().isNone()) {
      entry.ofSuite().ifPresent(of -> fixtures.inherited(of.fixtures(), entry.block().nameRange()));
    }
    fixtures.check(own.fixtures());
    properties.readable(
        own.timeout(),
        own.tries(),
        own.within(),
        own.draft(),
        own.run(),
        own.isolation(),
        own.keepSession(),
        own.scenario());
    IsolationChecks.check(entry, problems);
  }

  private void data(CaseEntry entry, CaseData data) {
    Block block = entry.block();
    Optional<Property<String>> named = entry.own().data();
    List<SectionBody> own = block.sections(Section.DATA);
    if (named.isPresent() && !own.isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.TWO_SOURCES,
              named.get().line().range(),
              "This case has rows of its own and names a data set as well; keep one of them."));
    } else {
      new PropertyChecks(project.index(), problems).dataSet(named);
    }
    problems.addAll(data.problems());
    VisibleNames visible = VisibleNames.of(block, project);
    for (SectionBody section : own) {
      if (!block.isScenario()) {
        ColumnChecks.brackets(section, problems);
      }
      boolean external =
          section.properties().stream().anyMatch(p -> p.word().equals(Block.DATA_OF_SECTION));
      if (!external && section.body().stream().allMatch(row -> row.width() == 0)) {
        problems.add(
            new Diagnostic(
                Problem.EMPTY_DATA_SET,
                section.range(),
                "There are no rows here, so this case does not run."));
      }
      if (block.isScenario()) {
        continue;
      }
      for (Line.Row row : section.body()) {
        for (Cell cell : row.cells()) {
          TemplateChecks.check(Template.of(cell.source()), cell.range(), visible, problems);
        }
      }
    }
  }
}
