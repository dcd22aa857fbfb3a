package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.check.rules.step.StepChecks;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.Rows;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.CaseData;
import elmtable.project.CaseRow;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Severity;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Checks the steps of an outline, whose sentences are whole only when a row's values stand in them:
 * each row may call other keywords.
 */
public final class ScenarioChecks {
  /** Further rows are looked at when they are planned. */
  private static final int MOST_ROWS = 200;

  private final Project project;
  private final StepChecks steps;

  public ScenarioChecks(Project project) {
    this.project = project;
    this.steps = new StepChecks(project.index());
  }

  /** Whether no row of a scenario makes a sentence of it that a keyword answers to. */
  public boolean isUnfinished(Step step, CaseEntry entry) {
    CaseData data = project.dataOf(entry);
    if (!data.hasRows()) {
      return steps.isUnbound(step);
    }
    for (CaseData.Part part : data.parts()) {
      if (part.source().isPresent() && anyRowBinds(step, part)) {
        return false;
      }
    }
    return true;
  }

  private boolean anyRowBinds(Step step, CaseData.Part part) {
    try (Rows rows = part.source().get().open()) {
      DataRow row = rows.next();
      for (int i = 0; row != null && i < MOST_ROWS; i++) {
        List<String> cells = CaseRow.of(part, row).written();
        if (!steps.isUnbound(step.filled(part.summary().columns(), cells))) {
          return true;
        }
        row = rows.next();
      }
      return false;
    } catch (BrokenDataException broken) {
      // The data set carries this problem itself.
      return false;
    }
  }

  /**
   * The problems of a scenario's steps; one that several rows have is reported once, with the
   * first.
   */
  List<Diagnostic> check(CaseEntry entry) {
    CaseData data = project.dataOf(entry);
    if (!data.hasRows()) {
      return problems(entry, List.of(), List.of());
    }
    Set<String> seen = new HashSet<>();
    List<Diagnostic> all = new ArrayList<>();
    for (CaseData.Part part : data.parts()) {
      if (part.source().isPresent() && part.summary().whole()) {
        rows(entry, part, seen, all);
      }
    }
    return all;
  }

  private void rows(CaseEntry entry, CaseData.Part part, Set<String> seen, List<Diagnostic> all) {
    try (Rows rows = part.source().get().open()) {
      DataRow row = rows.next();
      for (int i = 0; row != null && i < MOST_ROWS; i++) {
        List<String> cells = CaseRow.of(part, row).written();
        for (Diagnostic problem : problems(entry, part.summary().columns(), cells)) {
          if (seen.add(problem.problem() + " " + problem.range().line() + problem.message())) {
            all.add(withRow(problem, row.number()));
          }
        }
        row = rows.next();
      }
    } catch (BrokenDataException broken) {
      // The data set carries this problem itself.
      return;
    }
  }

  private static Diagnostic withRow(Diagnostic problem, int row) {
    return new Diagnostic(
        problem.problem(),
        problem.range(),
        problem.message() + " This is so with row " + row + ".",
        problem.fixes());
  }

  /** The first error of a scenario's steps with one row, or the empty text. */
  public String fault(CaseEntry entry, List<String> columns, List<String> cells) {
    return problems(entry, columns, cells).stream()
        .filter(problem ->
            problem.severity() == Severity.ERROR
                || problem.problem() == Problem.UNFINISHED_SENTENCE)
        .findFirst()
        .map(problem ->
            entry.path()
                + ", line "
                + (problem.range().line() + entry.located().firstLine() + 1)
                + ": "
                + problem.message())
        .orElse("");
  }

  private List<Diagnostic> problems(CaseEntry entry, List<String> columns, List<String> cells) {
    List<Diagnostic> all = new ArrayList<>();
    VisibleNames names = VisibleNames.of(entry, project);
    BindingContext context = BindingContext.of(entry);
    for (Section section : List.of(Section.SET_UP, Section.STEPS)) {
      for (Step step : entry.block().steps(section)) {
        Step filled = step.filled(columns, cells);
        boolean same = filled.first() == step.first();
        for (Diagnostic problem : steps.check(List.of(filled), context, names, entry.isDraft())) {
          all.add(same ? problem : atTheSentence(problem, step));
        }
      }
    }
    return all;
  }

  /**
   * A place inside a sentence that was filled in is not a place of the document. But a keyword can
   * be made that answers to the sentence with any row.
   */
  private static Diagnostic atTheSentence(Diagnostic problem, Step step) {
    if (problem.range().line() != step.first().range().line()) {
      return problem;
    }
    boolean unbound =
        problem.problem() == Problem.UNFINISHED_SENTENCE
            || problem.problem() == Problem.UNBOUND_DRAFT_STEP;
    List<Fix> fixes = unbound ? StepChecks.makes(step).stream().toList() : List.of();
    return new Diagnostic(problem.problem(), step.first().range(), problem.message(), fixes);
  }
}
