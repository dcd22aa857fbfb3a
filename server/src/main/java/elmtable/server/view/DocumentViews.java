package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.EnclosingBlock;
import elmtable.binding.VisibleNames;
import elmtable.check.CheckedProject;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.plan.CasePlan;
import elmtable.project.CaseData;
import elmtable.project.CaseEntry;
import elmtable.project.KeywordEntry;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.SuiteEntry;
import elmtable.server.service.Workspace;
import elmtable.server.view.Views.BlockView;
import elmtable.server.view.Views.DocumentView;
import elmtable.server.view.Views.KeywordView;
import elmtable.server.view.Views.OutputView;
import elmtable.server.view.Views.ParameterView;
import elmtable.server.view.Views.PropertyView;
import elmtable.server.view.Views.RowView;
import elmtable.server.view.Views.SectionView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes of a document what its sheet shows. */
public final class DocumentViews {
  private final Workspace.Snapshot snapshot;
  private final CheckedProject checked;
  private final Project project;
  private final StepRows stepRows;
  private final CaseOutcomes marks;

  public DocumentViews(Workspace.Snapshot snapshot, CaseOutcomes marks) {
    this.snapshot = snapshot;
    this.checked = snapshot.checked();
    this.project = snapshot.project();
    this.stepRows = new StepRows(new Binder(project.index()));
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
              ? stepRows.of(row, located, visible, context)
              : new RowView(
                  located.firstLine() + row.range().line() + 1,
                  StepRows.cells(row, visible),
                  null));
    }
    return new SectionView(body.section().word(), line, rows);
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
              .map(row -> stepRows.of(row, composed.located(), visible, context))
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
