package elmtable.server.view;

import elmtable.binding.VisibleNames;
import elmtable.data.source.ProjectFiles;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.plan.CasePlan;
import elmtable.plan.Planner;
import elmtable.project.DocumentIndex;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.server.message.ProjectMessages.CaseNode;
import elmtable.server.message.ProjectMessages.DocumentNode;
import elmtable.server.message.ProjectMessages.SuiteNode;
import elmtable.server.message.ProjectMessages.TreeView;
import elmtable.server.service.Snapshot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * The suites with their cases, and all documents by what they hold. A suite is worked out anew only
 * when its document changed, or something that suites share: any other block, a file beside the
 * documents, how cases ended.
 */
public final class ProjectTree {
  private Shared shared = new Shared(List.of(), ProjectFiles.NONE, -1);
  private Map<String, Known> known = Map.of();

  /** How executable cases ended last, how long they take, and how often that changed so far. */
  public record Past(Function<String, Outcome> last, ExpectedTimes times, long changes) {}

  private record Shared(List<Block> blocks, ProjectFiles files, long changes) {
    static Shared of(Project project, Past past) {
      List<Block> blocks = new ArrayList<>();
      for (SourceDocument document : project.documents().values()) {
        for (LocatedBlock located : document.document().blocks()) {
          BlockKind kind = located.block().kind();
          if (kind != BlockKind.SUITE && kind != BlockKind.CASE) {
            blocks.add(located.block());
          }
        }
      }
      return new Shared(blocks, project.files(), past.changes());
    }

    boolean isAs(Shared other) {
      if (files != other.files
          || changes != other.changes
          || blocks.size() != other.blocks.size()) {
        return false;
      }
      for (int i = 0; i < blocks.size(); i++) {
        if (blocks.get(i) != other.blocks.get(i)) {
          return false;
        }
      }
      return true;
    }
  }

  private record Known(DocumentIndex index, SuiteNode node) {}

  public synchronized TreeView of(Snapshot snapshot, Past past) {
    Project project = snapshot.project();
    Shared now = Shared.of(project, past);
    Map<String, Known> before = now.isAs(shared) ? known : Map.of();
    Map<String, Known> suites = new HashMap<>();
    List<SuiteNode> nodes = new ArrayList<>();
    for (SuiteEntry suite : project.index().suites()) {
      DocumentIndex index = project.indexes().get(suite.path());
      Known same = before.get(suite.path());
      Known made =
          same != null && same.index() == index
              ? same
              : new Known(index, suiteNode(snapshot, index, suite, past));
      suites.put(suite.path(), made);
      nodes.add(made.node());
    }
    shared = now;
    known = suites;
    return new TreeView(nodes, documents(snapshot));
  }

  private static List<DocumentNode> documents(Snapshot snapshot) {
    return snapshot.project().documents().values().stream()
        .map(document ->
            new DocumentNode(
                document.path(),
                document.document().blocks().stream()
                    .map(located -> located.block().kind().word())
                    .distinct()
                    .toList(),
                Problems.counts(snapshot.checked().problems(document.path()))))
        .toList();
  }

  private static SuiteNode suiteNode(
      Snapshot snapshot, DocumentIndex index, SuiteEntry suite, Past past) {
    List<CasePlan> plans = Planner.plan(snapshot.checked(), index);
    CaseOutcomes outcomes = new CaseOutcomes(plans, past.last(), past.times());
    List<CaseNode> cases =
        plans.stream().map(plan -> caseNode(snapshot.project(), plan, outcomes)).toList();
    return new SuiteNode(
        suite.path(),
        suite.name(),
        plans.stream().mapToLong(CasePlan::count).sum(),
        CaseOutcomes.worst(cases.stream().map(CaseNode::last).toList()),
        cases);
  }

  private static CaseNode caseNode(Project project, CasePlan plan, CaseOutcomes outcomes) {
    CaseEntry entry = plan.entry();
    CaseOutcomes.Ran ran = outcomes.ran(entry);
    return new CaseNode(
        entry.name(),
        TextPieces.of(entry.nameTemplate(), VisibleNames.of(entry, project)),
        entry.located().headerLine() + 1,
        entry.tags(),
        plan.count(),
        Absent.ifEmpty(plan.exclusionReason()),
        ran.last(),
        ran.millis());
  }
}
