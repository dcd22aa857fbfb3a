package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.server.message.KeywordMessages.KeywordView;
import elmtable.server.message.KeywordMessages.OutputView;
import elmtable.server.message.KeywordMessages.ParameterView;
import elmtable.server.message.ProjectMessages;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.service.Snapshot;
import java.util.List;
import java.util.stream.Stream;

/** Makes of a project what its lists show: suites with their cases, documents, keywords. */
public final class DocumentViews {
  private final CheckedProject checked;
  private final Project project;
  private final StepRows stepRows;

  public DocumentViews(Snapshot snapshot) {
    this.checked = snapshot.checked();
    this.project = snapshot.project();
    this.stepRows = new StepRows(new Binder(project.index()));
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
  public ProjectMessages.TreeView tree(CaseOutcomes marks) {
    List<ProjectMessages.SuiteNode> suites =
        project.index().suites().stream().map(suite -> suiteNode(suite, marks)).toList();
    List<ProjectMessages.DocumentNode> documents =
        project.documents().values().stream()
            .map(document ->
                new ProjectMessages.DocumentNode(
                    document.path(),
                    document.document().blocks().stream()
                        .map(p -> p.block().kind().word())
                        .distinct()
                        .toList(),
                    Problems.counts(checked.problems(document.path()))))
            .toList();
    return new ProjectMessages.TreeView(suites, documents);
  }

  private ProjectMessages.SuiteNode suiteNode(SuiteEntry suite, CaseOutcomes marks) {
    List<ProjectMessages.CaseNode> cases =
        suite.cases().stream()
            .map(entry ->
                new ProjectMessages.CaseNode(
                    entry.name(),
                    TextPieces.of(entry.nameTemplate(), VisibleNames.of(entry, project)),
                    entry.located().headerLine() + 1,
                    marks.plan(entry).map(CasePlan::count).orElse(0L),
                    marks
                        .plan(entry)
                        .map(CasePlan::exclusionReason)
                        .map(Absent::ifEmpty)
                        .orElse(null),
                    marks.ran(entry).last(),
                    marks.ran(entry).millis()))
            .toList();
    return new ProjectMessages.SuiteNode(
        suite.path(),
        suite.name(),
        marks.ofSuite(suite.path()),
        CaseOutcomes.worst(cases.stream().map(ProjectMessages.CaseNode::last).toList()),
        cases);
  }
}
