package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.EnclosingBlock;
import elmtable.binding.VisibleNames;
import elmtable.check.CheckedProject;
import elmtable.formula.Template;
import elmtable.keyword.Parameter;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.plan.CasePlan;
import elmtable.project.CaseData;
import elmtable.project.CaseEntry;
import elmtable.project.KeywordEntry;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.SuiteEntry;
import elmtable.server.service.Workspace;
import elmtable.server.view.Views.BlockView;
import elmtable.server.view.Views.CellView;
import elmtable.server.view.Views.DocumentView;
import elmtable.server.view.Views.KeywordView;
import elmtable.server.view.Views.OutputView;
import elmtable.server.view.Views.ParameterView;
import elmtable.server.view.Views.PropertyView;
import elmtable.server.view.Views.RowView;
import elmtable.server.view.Views.SectionView;
import elmtable.server.view.Views.StepView;
import elmtable.server.view.Views.TextPiece;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes of a document what its sheet shows. */
public final class DocumentViews {
  private final Workspace.Snapshot snapshot;
  private final CheckedProject checked;
  private final Project project;
  private final Binder binder;
  private final CaseOutcomes marks;

  public DocumentViews(Workspace.Snapshot snapshot, CaseOutcomes marks) {
    this.snapshot = snapshot;
    this.checked = snapshot.checked();
    this.project = snapshot.project();
    this.binder = new Binder(project.index());
    this.marks = marks;
  }

  public Optional<DocumentView> view(String path) {
    return project.document(path).map(this::view);
  }

  private DocumentView view(SourceDocument document) {
    List<BlockView> blocks =
        document.document().blocks().stream()
            .map(located -> block(document.path(), located))
            .toList();
    return new DocumentView(
        document.path(),
        snapshot.revision(document.path()),
        document.text(),
        blocks,
        Problems.of(checked.problems(document.path())),
        Problems.counts(checked));
  }

  private BlockView block(String path, LocatedBlock located) {
    Block block = located.block();
    EnclosingBlock enclosing = EnclosingBlock.of(project, path, located);
    Optional<CaseEntry> entry = enclosing.entry();
    VisibleNames visible = enclosing.names();
    BindingContext context = enclosing.context();
    Optional<CasePlan> plan = entry.flatMap(marks::plan);
    CaseData data = entry.map(project::dataOf).orElse(new CaseData(List.of(), List.of()));
    String set =
        data.parts().stream()
            .map(CaseData.Part::name)
            .filter(name -> !name.isEmpty())
            .findFirst()
            .orElse("");
    long executable =
        block.kind() == BlockKind.SUITE
            ? marks.ofSuite(path)
            : plan.map(CasePlan::count).orElse(0L);
    return new BlockView(
        block.kind().word(),
        block.name(),
        TextPieces.of(Template.of(block.name()), visible),
        located.firstLine() + 1,
        located.headerLine() + 1,
        located.end() + 1,
        block.noteText(),
        block.properties().stream()
            .map(p ->
                new PropertyView(p.word(), p.value(), located.firstLine() + p.range().line() + 1))
            .toList(),
        block.sections().stream()
            .map(section -> section(section, located, visible, context))
            .toList(),
        executable,
        plan.map(CasePlan::exclusionReason).map(Absent::ifEmpty).orElse(null),
        entry.map(marks::last).orElse(null),
        Absent.ifEmpty(set),
        set.isEmpty() ? List.of() : data.columns(),
        data.rows());
  }

  private SectionView section(
      SectionBody body, LocatedBlock located, VisibleNames visible, BindingContext context) {
    Integer line =
        body.word().map(word -> located.firstLine() + word.range().line() + 1).orElse(null);
    List<RowView> rows = new ArrayList<>();
    for (Line.Row row : body.rows()) {
      rows.add(
          body.section().holdsSteps()
              ? stepRow(row, located, visible, context)
              : new RowView(
                  located.firstLine() + row.range().line() + 1, cells(row, visible), null));
    }
    return new SectionView(body.section().word(), line, rows);
  }

  private static List<CellView> cells(Line.Row row, VisibleNames visible) {
    return row.cells().stream()
        .map(cell ->
            new CellView(
                cell.source(),
                cell.range().start(),
                TextPieces.of(Template.of(cell.source()), visible)))
        .toList();
  }

  private RowView stepRow(
      Line.Row row, LocatedBlock located, VisibleNames visible, BindingContext context) {
    int line = located.firstLine() + row.range().line() + 1;
    if (row.width() == 0) {
      return new RowView(
          line,
          cells(row, visible),
          new StepView(null, false, List.of(), row.cells().size(), List.of(), false));
    }
    Step step = Step.of(row);
    if (step.isOff()) {
      visible.passOver(step);
    } else {
      visible.enter(step);
    }
    BoundStep bound = binder.bind(step, context);
    List<CellView> cells = new ArrayList<>();
    int marksFrom = row.cells().size();
    for (int c = 0; c < row.cells().size(); c++) {
      Cell cell = row.cells().get(c);
      boolean mark = c > 0 && step.marks().stream().anyMatch(m -> m.cell() == cell);
      marksFrom = mark ? Math.min(marksFrom, c) : marksFrom;
      cells.add(
          new CellView(cell.source(), cell.range().start(), parts(cell, c, step, bound, visible)));
    }
    RowView view = new RowView(line, cells, stepView(step, bound, marksFrom));
    if (step.isOff()) {
      return view;
    }
    visible.leave(
        step, bound.keyword().map(keyword -> keyword.signature().gives()).orElse(List.of()));
    return view;
  }

  private static List<TextPiece> parts(
      Cell cell, int index, Step step, BoundStep bound, VisibleNames visible) {
    Optional<Mark> mark = step.marks().stream().filter(m -> m.cell() == cell).findFirst();
    if (mark.isPresent()) {
      return markParts(mark.get(), visible);
    }
    if (index > 0) {
      Optional<BoundArgument> argument = bound.argumentAt(index - 1);
      if (argument.isPresent()) {
        List<TextPiece> parts = new ArrayList<>();
        if (argument.get().offset() > 0) {
          parts.add(new TextPiece(cell.source().substring(0, argument.get().offset()), null));
        }
        parts.addAll(TextPieces.of(argument.get().template(), visible));
        return parts;
      }
    }
    return TextPieces.of(Template.of(cell.source()), visible);
  }

  private static List<TextPiece> markParts(Mark mark, VisibleNames visible) {
    List<TextPiece> parts = new ArrayList<>();
    switch (mark) {
      case Mark.OnlyIf onlyIf -> {
        parts.add(new TextPiece("? ", null));
        parts.addAll(formulaParts(onlyIf.formula(), visible));
      }
      case Mark.Keep keep -> {
        parts.add(new TextPiece("=> ", null));
        for (int i = 0; i < keep.names().size(); i++) {
          if (i > 0) {
            parts.add(new TextPiece(", ", null));
          }
          parts.add(new TextPiece(keep.names().get(i), "kept"));
        }
      }
      case Mark.ForEach each -> {
        parts.add(new TextPiece("* ", null));
        parts.add(new TextPiece(each.name(), "kept"));
        parts.add(new TextPiece(" in " + each.list(), null));
      }
      case Mark.Options options -> parts.add(new TextPiece(options.cell().source(), null));
    }
    return parts;
  }

  /** A bare formula with its references as chips and everything between them as it stands. */
  private static List<TextPiece> formulaParts(Template formula, VisibleNames visible) {
    List<TextPiece> parts = new ArrayList<>();
    String source = formula.source();
    int from = 0;
    for (var reference : formula.references()) {
      if (reference.start() > from) {
        parts.add(new TextPiece(source.substring(from, reference.start()), null));
      }
      parts.addAll(
          TextPieces.of(
              Template.ofFormula(source.substring(reference.start(), reference.end())), visible));
      from = reference.end();
    }
    if (from < source.length()) {
      parts.add(new TextPiece(source.substring(from), null));
    }
    return parts;
  }

  private static StepView stepView(Step step, BoundStep bound, int marksFrom) {
    if (bound.keyword().isEmpty()) {
      return new StepView(null, false, List.of(), marksFrom, List.of(), step.isOff());
    }
    KeywordEntry keyword = bound.keyword().get();
    List<String> captions = new ArrayList<>();
    for (int i = 0; i < step.arguments().size(); i++) {
      captions.add(bound.argumentAt(i).map(argument -> argument.parameter().name()).orElse(""));
    }
    List<String> missing =
        keyword.signature().takes().stream()
            .filter(parameter -> !parameter.optional())
            .map(Parameter::name)
            .filter(name ->
                bound.arguments().stream().noneMatch(a -> a.parameter().name().equals(name)))
            .toList();
    return new StepView(
        keyword.signature().name(),
        keyword instanceof KeywordEntry.Composed,
        captions,
        marksFrom,
        step.isOff() ? List.of() : missing,
        step.isOff());
  }

  /** All keywords, composed ones first, each group in the order of documents. */
  public List<KeywordView> keywords() {
    Stream<KeywordEntry> all = project.index().keywords().stream();
    return all.map(this::keyword)
        .sorted((a, b) -> Boolean.compare(a.path() == null, b.path() == null))
        .toList();
  }

  private KeywordView keyword(KeywordEntry entry) {
    var signature = entry.signature();
    String path = null;
    Integer line = null;
    List<RowView> steps = List.of();
    if (entry instanceof KeywordEntry.Composed composed) {
      path = composed.path();
      line = composed.located().headerLine() + 1;
      VisibleNames visible = VisibleNames.of(composed, project);
      BindingContext context = BindingContext.of(composed);
      steps =
          composed.block().sections().stream()
              .filter(body -> body.section().holdsSteps())
              .flatMap(body -> body.rows().stream())
              .map(row -> stepRow(row, composed.located(), visible, context))
              .toList();
    }
    return new KeywordView(
        signature.name(),
        signature.group(),
        signature.note(),
        signature.phrases(),
        signature.takes().stream()
            .map(p ->
                new ParameterView(
                    p.name(), p.kind().described(), p.fallback(), p.optional(), p.note()))
            .toList(),
        signature.gives().stream()
            .map(o -> new OutputView(o.name(), o.kind().described(), o.note()))
            .toList(),
        path,
        line,
        steps);
  }

  /** The suites with their cases, and all documents by what they hold. */
  public Views.TreeView tree() {
    List<Views.SuiteNode> suites = project.index().suites().stream().map(this::suiteNode).toList();
    List<Views.DocumentNode> documents =
        project.documents().values().stream()
            .map(document ->
                new Views.DocumentNode(
                    document.path(),
                    document.document().blocks().stream()
                        .map(p -> p.block().kind().word())
                        .distinct()
                        .toList(),
                    Problems.counts(checked.problems(document.path()))))
            .toList();
    return new Views.TreeView(suites, documents);
  }

  private Views.SuiteNode suiteNode(SuiteEntry suite) {
    List<Views.CaseNode> cases =
        suite.cases().stream()
            .map(entry ->
                new Views.CaseNode(
                    entry.name(),
                    TextPieces.of(entry.nameTemplate(), VisibleNames.of(entry, project)),
                    entry.located().headerLine() + 1,
                    marks.plan(entry).map(CasePlan::count).orElse(0L),
                    marks
                        .plan(entry)
                        .map(CasePlan::exclusionReason)
                        .map(Absent::ifEmpty)
                        .orElse(null),
                    marks.last(entry)))
            .toList();
    return new Views.SuiteNode(
        suite.path(),
        suite.name(),
        marks.ofSuite(suite.path()),
        CaseOutcomes.worst(cases.stream().map(Views.CaseNode::last).toList()),
        cases);
  }
}
