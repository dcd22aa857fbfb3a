package elmtable.server.view;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.plan.ExecutableCase;
import elmtable.project.CaseData;
import elmtable.project.CaseNames;
import elmtable.project.CaseRow;
import elmtable.project.DataValues;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.run.request.KeptValues;
import elmtable.run.step.CaseValues;
import elmtable.run.step.PublishedValues;
import elmtable.run.step.Secrets;
import elmtable.server.message.SheetMessages.RowLensStep;
import elmtable.server.message.SheetMessages.RowLensView;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Puts the values of one row of data into a case's steps, as far as they are known before a run.
 */
public final class RowLensViews {
  private final Project project;
  private final String environment;

  public RowLensViews(Project project, String environment) {
    this.project = project.in(environment);
    this.environment = environment;
  }

  /**
   * @param number the row's, from 1; the nearest one where there is none of this number
   */
  public RowLensView of(CaseEntry entry, long number) {
    CaseData data = project.dataOf(entry);
    long count = data.parts().stream().mapToLong(RowLensViews::rowsOf).sum();
    long wanted = Math.clamp(number, 1, Math.max(1, count));
    try {
      Optional<CaseRow> row = row(data, wanted);
      return row.isEmpty()
          ? broken(wanted, count, "Its data has no rows.")
          : view(entry, wanted, count, row.get());
    } catch (BrokenDataException | FormulaException unreadable) {
      return broken(wanted, count, unreadable.getMessage());
    }
  }

  private static long rowsOf(CaseData.Part part) {
    return part.source().isPresent() ? part.rows() : 0;
  }

  private static RowLensView broken(long number, long count, String fault) {
    return new RowLensView(number, count, "", List.of(), List.of(), List.of(), fault);
  }

  private static Optional<CaseRow> row(CaseData data, long number) {
    long left = number - 1;
    for (CaseData.Part part : data.parts()) {
      long rows = rowsOf(part);
      if (left < rows) {
        return read(part, part.source().orElseThrow(), left);
      }
      left -= rows;
    }
    return Optional.empty();
  }

  private static Optional<CaseRow> read(CaseData.Part part, DataSource source, long place) {
    try (Rows rows = source.open()) {
      DataRow row = rows.next();
      for (long i = 0; i < place && row != null; i++) {
        row = rows.next();
      }
      return Optional.ofNullable(row).map(found -> CaseRow.of(part, found));
    }
  }

  private RowLensView view(CaseEntry entry, long number, long count, CaseRow row) {
    Secrets secrets = new Secrets();
    Map<String, Value> values =
        Environments.values(
            project.index(),
            environment,
            System.getenv(),
            EvaluationContext.seeded(0).watchedBy(secrets));
    String name = new CaseNames(entry, project, values).of(Optional.of(row));
    ExecutableCase executable =
        new ExecutableCase(
            entry, "", name, entry.tags(), Optional.of(row), environment, "", "", "");
    EvaluationContext context =
        EvaluationContext.seeded(0, DataValues.of(project, values)).watchedBy(secrets);
    CaseValues scope =
        new CaseValues(
            context, values, Map.of(), new PublishedValues(project, KeptValues.NONE), executable);
    scope.addOwn(secrets);
    Set<String> kept = kept(entry);
    Evaluator evaluator =
        new Evaluator(
            path ->
                path.size() == 1 && kept.contains(Names.key(path.get(0)))
                    ? Optional.empty()
                    : scope.ofCase().find(path),
            context);
    List<String> shown = new ArrayList<>();
    for (int i = 0; i < row.columns().size(); i++) {
      shown.add(text(row.cell(i), evaluator, secrets).orElse(row.texts().get(i)));
    }
    return new RowLensView(
        number,
        count,
        secrets.mask(name),
        row.columns(),
        shown,
        steps(entry, evaluator, secrets),
        null);
  }

  /** Results that steps keep are known in a run only. */
  private static Set<String> kept(CaseEntry entry) {
    Set<String> kept = new HashSet<>();
    for (SectionBody body : sections(entry)) {
      for (Line.Row row : body.rows()) {
        Mark.Keep keep = Step.of(row).mark(Mark.Keep.class);
        if (keep != null) {
          keep.names().forEach(name -> kept.add(Names.key(name)));
        }
      }
    }
    return kept;
  }

  private static List<SectionBody> sections(CaseEntry entry) {
    return List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN).stream()
        .flatMap(section -> entry.block().section(section).stream())
        .toList();
  }

  private static List<RowLensStep> steps(CaseEntry entry, Evaluator evaluator, Secrets secrets) {
    List<RowLensStep> steps = new ArrayList<>();
    for (SectionBody body : sections(entry)) {
      for (Line.Row row : body.rows()) {
        Map<Integer, String> values = new LinkedHashMap<>();
        Step step = Step.of(row);
        for (int place = 0; place <= step.arguments().size(); place++) {
          Cell cell = row.cells().get(place);
          Template template = Template.of(cell.source());
          if (template.hasReferences()) {
            int at = place;
            text(template, evaluator, secrets).ifPresent(text -> values.put(at, text));
          }
        }
        int line = entry.located().firstLine() + row.range().line() + 1;
        steps.add(new RowLensStep(line, values, condition(step, evaluator)));
      }
    }
    return steps;
  }

  private static Optional<String> text(Template template, Evaluator evaluator, Secrets secrets) {
    try {
      return Optional.of(secrets.shown(evaluator.value(template)));
    } catch (FormulaException onlyInARun) {
      return Optional.empty();
    }
  }

  private static Boolean condition(Step step, Evaluator evaluator) {
    Mark.OnlyIf only = step.mark(Mark.OnlyIf.class);
    try {
      return only == null
          ? null
          : only.formula().singleReference().map(evaluator::truth).orElse(null);
    } catch (FormulaException onlyInARun) {
      return null;
    }
  }
}
