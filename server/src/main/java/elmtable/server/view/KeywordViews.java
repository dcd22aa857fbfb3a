package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.server.message.KeywordMessages.KeywordView;
import elmtable.server.message.KeywordMessages.OutputView;
import elmtable.server.message.KeywordMessages.ParameterView;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.service.Snapshot;
import java.util.List;
import java.util.stream.Stream;

/** Makes of a project what its list of keywords shows. */
public final class KeywordViews {
  private final Project project;
  private final StepRows stepRows;

  public KeywordViews(Snapshot snapshot) {
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
}
