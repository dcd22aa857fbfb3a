package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.EnclosingBlock;
import elmtable.binding.VisibleNames;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.plan.CaseOrder;
import elmtable.plan.CaseOrder.Part;
import elmtable.plan.CaseOrder.Phase;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.server.message.FixtureMessages.OrderPart;
import elmtable.server.message.FixtureMessages.OrderView;
import elmtable.server.message.RunMessages.StepRunView;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.store.RunStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Draws what surrounds a case, in the order in which the engine carries it out. */
public final class OrderViews {
  private final Project project;
  private final StepRows rows;
  private final RunStore runs;

  public OrderViews(Project project, RunStore runs) {
    this.project = project;
    this.rows = new StepRows(new Binder(project.index()));
    this.runs = runs;
  }

  /**
   * @param plan the case's, of which the first executable case tells how long its parts took
   */
  public OrderView of(CaseEntry entry, Optional<CasePlan> plan) {
    Optional<RunStore.LastRun> last =
        plan.stream()
            .flatMap(own -> own.executables(1).stream())
            .map(ExecutableCase::identity)
            .findFirst()
            .flatMap(runs::lastRun);
    StepTree tree = new StepTree();
    last.ifPresent(run -> runs.events(run.run(), run.number(), tree::add));
    List<StepRunView> ran = tree.roots();
    return new OrderView(
        TextPieces.of(entry.nameTemplate(), VisibleNames.of(entry, project)),
        entry.suiteName(),
        entry.path(),
        entry.located().headerLine() + 1,
        plan.map(CasePlan::count).orElse(0L),
        last.map(RunStore.LastRun::run).orElse(null),
        last.map(RunStore.LastRun::number).orElse(null),
        CaseOrder.of(project, entry, entry.tags()).stream().map(part -> part(part, ran)).toList());
  }

  private OrderPart part(Part part, List<StepRunView> ran) {
    String kept = part.located().block().value("keep session");
    return new OrderPart(
        part.phase().name().toLowerCase(Locale.ROOT),
        part.kind().word(),
        part.scope().word(),
        part.name(),
        part.document(),
        part.line(),
        steps(part),
        part.kind() == BlockKind.FIXTURE ? Absent.ifEmpty(kept) : null,
        millis(part, ran));
  }

  private List<RowView> steps(Part part) {
    Block block = part.located().block();
    EnclosingBlock enclosing = EnclosingBlock.of(project, part.document(), part.located());
    VisibleNames names = enclosing.names();
    List<RowView> views = new ArrayList<>();
    block
        .section(section(part))
        .ifPresent(body -> {
          for (Line.Row row : body.rows()) {
            views.add(rows.of(row, part.located(), names, enclosing.context()));
          }
          for (Line.Sentence sentence : body.sentences()) {
            views.add(rows.of(sentence, part.located(), names, enclosing.context()));
          }
        });
    return views;
  }

  private static Section section(Part part) {
    boolean steps = part.phase() == Phase.STEPS || part.kind() == BlockKind.HOOK;
    return steps
        ? Section.STEPS
        : part.phase() == Phase.BEFORE ? Section.SET_UP : Section.TEAR_DOWN;
  }

  /** How long a part took in the last run: what stands in its block, in its phase. */
  private static Double millis(Part part, List<StepRunView> ran) {
    int first = part.located().firstLine() + 1;
    int end = part.located().end();
    String phase =
        switch (part.phase()) {
          case BEFORE -> "set-up";
          case STEPS -> "steps";
          case AFTER -> "tear-down";
        };
    List<StepRunView> own =
        ran.stream()
            .filter(step -> step.document().equals(part.document()))
            .filter(step -> step.line() >= first && step.line() <= end)
            .filter(step -> step.phase().equals(phase))
            .toList();
    return own.isEmpty() ? null : own.stream().mapToDouble(StepRunView::millis).sum();
  }
}
