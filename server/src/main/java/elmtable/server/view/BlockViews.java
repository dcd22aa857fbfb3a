package elmtable.server.view;

import elmtable.block.DataBlock;
import elmtable.block.FixtureBlock;
import elmtable.block.PageBlock;
import elmtable.data.DataSummary;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.plan.CaseOrder;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.refactoring.Calls;
import elmtable.server.message.BlockMessages.BlockNode;
import elmtable.server.service.Snapshot;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Severity;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Makes of a project the lists of what is in it, other than suites and cases. */
public final class BlockViews {
  private static final Set<BlockKind> IN_TREE_OF_CASES =
      EnumSet.of(BlockKind.SUITE, BlockKind.CASE);

  private final Snapshot snapshot;
  private final Project project;
  private final Map<String, Integer> calls;
  private final Map<LocatedBlock, Long> cases;

  private BlockViews(Snapshot snapshot) {
    this.snapshot = snapshot;
    this.project = snapshot.project();
    this.calls = Calls.of(project);
    this.cases = casesOfFixtures();
  }

  /** In the order of documents and lines. */
  public static List<BlockNode> of(Snapshot snapshot) {
    return new BlockViews(snapshot).all();
  }

  private List<BlockNode> all() {
    List<BlockNode> nodes = new ArrayList<>();
    for (SourceDocument document : project.documents().values()) {
      if (document.isFeature()) {
        continue;
      }
      List<Diagnostic> problems = snapshot.checked().problems(document.path());
      for (LocatedBlock located : document.document().blocks()) {
        if (!IN_TREE_OF_CASES.contains(located.block().kind())) {
          nodes.add(node(document.path(), located, problems));
        }
      }
    }
    return nodes;
  }

  private BlockNode node(String path, LocatedBlock located, List<Diagnostic> problems) {
    Block block = located.block();
    return new BlockNode(
        block.kind().word(),
        block.name(),
        path,
        located.headerLine() + 1,
        block.noteText(),
        group(path, block),
        detail(block),
        size(located),
        count(problems, located, Severity.ERROR),
        count(problems, located, Severity.WARNING));
  }

  private static int count(List<Diagnostic> problems, LocatedBlock located, Severity severity) {
    return (int)
        problems.stream()
            .filter(problem -> problem.severity() == severity)
            .filter(problem -> problem.range().line() >= located.firstLine())
            .filter(problem -> problem.range().line() < located.end())
            .count();
  }

  /** Keywords without a group are listed under their document. */
  private static String group(String path, Block block) {
    return switch (block.kind()) {
      case KEYWORD -> block.value("group").isEmpty() ? title(path) : block.value("group");
      case DATA_SET -> source(new DataBlock(block));
      case FIXTURE -> new FixtureBlock(block).scope().word();
      default -> "";
    };
  }

  /** A document's name as a title: {@code keywords/page-tasks.elmt} is Page tasks. */
  private static String title(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1).replaceFirst("\\.elmt$", "");
    String words = name.replace('-', ' ');
    return words.isEmpty() ? path : Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private static String source(DataBlock data) {
    if (data.combine().isPresent()) {
      return "combined";
    }
    if (!data.limitsOf().isEmpty()) {
      return "limits";
    }
    if (data.database().isPresent() || data.query().isPresent()) {
      return "query";
    }
    return data.from().isPresent() ? "file" : "typed";
  }

  private static String detail(Block block) {
    return switch (block.kind()) {
      case PAGE -> new PageBlock(block).path().map(path -> path.value()).orElse("");
      case DATA_SET -> new DataBlock(block).from().map(path -> path.value()).orElse("");
      case HOOK -> block.value("only");
      case ENVIRONMENT -> block.value("like");
      case FIXTURE -> block.value("keep session");
      case BROWSER -> block.value("kind");
      default -> "";
    };
  }

  private Long size(LocatedBlock located) {
    Block block = located.block();
    return switch (block.kind()) {
      case KEYWORD -> (long) calls.getOrDefault(Names.key(block.name()), 0);
      case PAGE -> (long) new PageBlock(block).elements().size();
      case DATA_SET -> rows(block.name());
      case FIXTURE, HOOK -> cases.getOrDefault(located, 0L);
      default -> null;
    };
  }

  private Long rows(String set) {
    return project
        .index()
        .dataSet(set)
        .map(project::dataSummary)
        .filter(DataSummary::whole)
        .filter(summary -> summary.broken().isEmpty())
        .map(DataSummary::rows)
        .orElse(null);
  }

  /** How many cases each fixture and hook surrounds. */
  private Map<LocatedBlock, Long> casesOfFixtures() {
    Map<LocatedBlock, Long> counts = new HashMap<>();
    for (SuiteEntry suite : project.index().suites()) {
      for (CaseEntry entry : suite.cases()) {
        Set<LocatedBlock> round = new HashSet<>();
        for (CaseOrder.Part part : CaseOrder.of(project, entry, entry.tags())) {
          round.add(part.located());
        }
        for (CaseOrder.Phase phase : List.of(CaseOrder.Phase.BEFORE, CaseOrder.Phase.AFTER)) {
          CaseOrder.roundSteps(phase, project, entry, entry.tags())
              .forEach(part -> round.add(part.located()));
        }
        round.forEach(located -> counts.merge(located, 1L, Long::sum));
      }
    }
    return counts;
  }
}
