package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.StepPlace;
import elmtable.binding.VisibleNames;
import elmtable.check.CheckedProject;
import elmtable.formula.Template;
import elmtable.keyword.Parameter;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.Placed;
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
import elmtable.server.view.Views.PartView;
import elmtable.server.view.Views.PropertyView;
import elmtable.server.view.Views.RowView;
import elmtable.server.view.Views.SectionView;
import elmtable.server.view.Views.StepView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes of a document what its sheet shows. */
public final class DocumentViews {
  private final Workspace.State state;
  private final CheckedProject checked;
  private final Project project;
  private final Binder binder;
  private final CaseMarks marks;

  public DocumentViews(Workspace.State state, CaseMarks marks) {
    this.state = state;
    this.checked = state.checked();
    this.project = state.project();
    this.binder = new Binder(project.index());
    this.marks = marks;
  }

  public Optional<DocumentView> view(String path) {
    return project.document(path).map(this::view);
  }

  private DocumentView view(SourceDocument document) {
    List<BlockView> blocks =
        document.document().blocks().stream()
            .map(placed -> block(document.path(), placed))
            .toList();
    return new DocumentView(
        document.path(),
        state.revision(document.path()),
        document.text(),
        blocks,
        Problems.of(checked.problems(document.path())),
        Problems.counts(checked));
  }

  private BlockView block(String path, Placed placed) {
    Block block = placed.block();
    Optional<CaseEntry> entry = caseAt(path, placed);
    VisibleNames reach = reach(path, placed, entry);
    StepPlace place = place(path, placed, entry);
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
        Parts.of(Template.of(block.name()), reach),
        placed.firstLine(),
        placed.headerLine(),
        placed.end(),
        block.noteText(),
        block.properties().stream()
            .map(p -> new PropertyView(p.word(), p.value(), placed.firstLine() + p.range().line()))
            .toList(),
        block.sections().stream().map(section -> section(section, placed, reach, place)).toList(),
        executable,
        plan.map(CasePlan::out).orElse(""),
        entry.map(marks::last).orElse(null),
        set,
        set.isEmpty() ? List.of() : data.columns(),
        data.rows());
  }

  private Optional<CaseEntry> caseAt(String path, Placed placed) {
    return project.index().suites().stream()
        .filter(suite -> suite.path().equals(path))
        .flatMap(suite -> suite.cases().stream())
        .filter(entry -> entry.placed() == placed)
        .findFirst();
  }

  private VisibleNames reach(String path, Placed placed, Optional<CaseEntry> entry) {
    if (entry.isPresent()) {
      return VisibleNames.of(entry.get(), project);
    }
    return composed(placed)
        .map(keyword -> VisibleNames.of(keyword, project.index()))
        .orElseGet(() -> VisibleNames.of(placed.block(), project.index()));
  }

  private StepPlace place(String path, Placed placed, Optional<CaseEntry> entry) {
    return entry
        .map(StepPlace::of)
        .or(() -> composed(placed).map(StepPlace::of))
        .orElseGet(() -> new StepPlace(placed.block().list("pages"), Optional.empty()));
  }

  private Optional<KeywordEntry.Composed> composed(Placed placed) {
    if (placed.block().kind() != BlockKind.KEYWORD) {
      return Optional.empty();
    }
    return project
        .index()
        .keyword(placed.block().name())
        .filter(KeywordEntry.Composed.class::isInstance)
        .map(KeywordEntry.Composed.class::cast)
        .filter(keyword -> keyword.placed() == placed);
  }

  private SectionView section(
      SectionBody body, Placed placed, VisibleNames reach, StepPlace place) {
    int line = body.word().map(word -> placed.firstLine() + word.range().line()).orElse(-1);
    List<RowView> rows = new ArrayList<>();
    for (Line.Row row : body.rows()) {
      rows.add(
          body.section().holdsSteps()
              ? stepRow(row, placed, reach, place)
              : new RowView(placed.firstLine() + row.range().line(), cells(row, reach), null));
    }
    return new SectionView(body.section().word(), line, rows);
  }

  private static List<CellView> cells(Line.Row row, VisibleNames reach) {
    return row.cells().stream()
        .map(cell ->
            new CellView(
                cell.source(), cell.range().start(), Parts.of(Template.of(cell.source()), reach)))
        .toList();
  }

  private RowView stepRow(Line.Row row, Placed placed, VisibleNames reach, StepPlace place) {
    int line = placed.firstLine() + row.range().line();
    if (row.width() == 0) {
      return new RowView(
          line,
          cells(row, reach),
          new StepView(null, false, List.of(), row.cells().size(), List.of()));
    }
    Step step = Step.of(row);
    reach.enter(step);
    BoundStep bound = binder.bind(step, place);
    List<CellView> cells = new ArrayList<>();
    int marksFrom = row.cells().size();
    for (int c = 0; c < row.cells().size(); c++) {
      Cell cell = row.cells().get(c);
      boolean mark = c > 0 && step.marks().stream().anyMatch(m -> m.cell() == cell);
      marksFrom = mark ? Math.min(marksFrom, c) : marksFrom;
      cells.add(
          new CellView(cell.source(), cell.range().start(), parts(cell, c, step, bound, reach)));
    }
    RowView view = new RowView(line, cells, stepView(step, bound, marksFrom));
    reach.leave(
        step, bound.keyword().map(keyword -> keyword.signature().gives()).orElse(List.of()));
    return view;
  }

  private static List<PartView> parts(
      Cell cell, int index, Step step, BoundStep bound, VisibleNames reach) {
    Optional<Mark> mark = step.marks().stream().filter(m -> m.cell() == cell).findFirst();
    if (mark.isPresent()) {
      return markParts(mark.get(), reach);
    }
    if (index > 0) {
      Optional<BoundArgument> argument = bound.argumentAt(index - 1);
      if (argument.isPresent()) {
        List<PartView> parts = new ArrayList<>();
        if (argument.get().offset() > 0) {
          parts.add(new PartView(cell.source().substring(0, argument.get().offset()), null));
        }
        parts.addAll(Parts.of(argument.get().template(), reach));
        return parts;
      }
    }
    return Parts.of(Template.of(cell.source()), reach);
  }

  private static List<PartView> markParts(Mark mark, VisibleNames reach) {
    List<PartView> parts = new ArrayList<>();
    switch (mark) {
      case Mark.OnlyIf onlyIf -> {
        parts.add(new PartView("? ", null));
        parts.addAll(formulaParts(onlyIf.formula(), reach));
      }
      case Mark.Keep keep -> {
        parts.add(new PartView("=> ", null));
        for (int i = 0; i < keep.names().size(); i++) {
          if (i > 0) {
            parts.add(new PartView(", ", null));
          }
          parts.add(new PartView(keep.names().get(i), "kept"));
        }
      }
      case Mark.ForEach each -> {
        parts.add(new PartView("* ", null));
        parts.add(new PartView(each.name(), "kept"));
        parts.add(new PartView(" in " + each.list(), null));
      }
      case Mark.Options options -> parts.add(new PartView(options.cell().source(), null));
    }
    return parts;
  }

  /** A bare formula with its references as chips and everything between them as it stands. */
  private static List<PartView> formulaParts(Template formula, VisibleNames reach) {
    List<PartView> parts = new ArrayList<>();
    String source = formula.source();
    int from = 0;
    for (var reference : formula.references()) {
      if (reference.start() > from) {
        parts.add(new PartView(source.substring(from, reference.start()), null));
      }
      parts.addAll(
          Parts.of(Template.bare(source.substring(reference.start(), reference.end())), reach));
      from = reference.end();
    }
    if (from < source.length()) {
      parts.add(new PartView(source.substring(from), null));
    }
    return parts;
  }

  private static StepView stepView(Step step, BoundStep bound, int marksFrom) {
    if (bound.keyword().isEmpty()) {
      return new StepView(null, false, List.of(), marksFrom, List.of());
    }
    KeywordEntry keyword = bound.keyword().get();
    List<String> captions = new ArrayList<>();
    for (int i = 0; i < step.arguments().size(); i++) {
      captions.add(bound.argumentAt(i).map(argument -> argument.parameter().name()).orElse(null));
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
        missing);
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
    int line = -1;
    List<RowView> steps = List.of();
    if (entry instanceof KeywordEntry.Composed composed) {
      path = composed.path();
      line = composed.placed().headerLine();
      VisibleNames reach = VisibleNames.of(composed, project.index());
      StepPlace place = StepPlace.of(composed);
      steps =
          composed.block().sections().stream()
              .filter(body -> body.section().holdsSteps())
              .flatMap(body -> body.rows().stream())
              .map(row -> stepRow(row, composed.placed(), reach, place))
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
                    entry.name(), Parts.of(entry.nameTemplate(), VisibleNames.of(entry, project)),
                    entry.placed().headerLine(), marks.plan(entry).map(CasePlan::count).orElse(0L),
                    marks.plan(entry).map(CasePlan::out).orElse(""), marks.last(entry)))
            .toList();
    return new Views.SuiteNode(
        suite.path(),
        suite.name(),
        marks.ofSuite(suite.path()),
        CaseMarks.worst(cases.stream().map(Views.CaseNode::last).toList()),
        cases);
  }
}
