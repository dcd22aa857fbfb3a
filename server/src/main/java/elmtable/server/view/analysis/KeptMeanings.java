package elmtable.server.view.analysis;

import elmtable.data.source.ProjectFiles;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.DocumentIndex;
import elmtable.project.LookupLog;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.Symbol;
import elmtable.project.SymbolChanges;
import elmtable.server.message.SheetMessages.BlockMeaning;
import elmtable.server.message.SheetMessages.BlockProblem;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What blocks mean, kept from one snapshot to the next: an edit changes one block, and of the
 * others only those that asked for what it names. To be used by one thread at a time.
 */
final class KeptMeanings {
  private final Map<String, Map<Block, Kept>> documents = new HashMap<>();
  private Map<String, DocumentIndex> indexes = Map.of();
  private ProjectFiles files = ProjectFiles.NONE;

  /**
   * @param suite the head over a case, which has a say in what that means
   * @param found whether it is a case that its name finds
   */
  private record Kept(
      Block suite,
      boolean found,
      List<BlockProblem> problems,
      BlockMeaning meaning,
      LookupLog lookups) {
    boolean holds(Block suiteNow, boolean foundNow, List<BlockProblem> problemsNow) {
      return suite == suiteNow && found == foundNow && problems.equals(problemsNow);
    }
  }

  /**
   * The meanings of a document's blocks, in their order.
   *
   * @param problems of each block, by its place
   */
  List<BlockMeaning> of(
      Project project, SourceDocument document, Map<Integer, List<BlockProblem>> problems) {
    forget(project);
    Map<Block, Kept> before = documents.getOrDefault(document.path(), Map.of());
    Map<Block, Kept> now = new IdentityHashMap<>();
    documents.put(document.path(), now);
    DocumentIndex index = project.indexes().get(document.path());
    Block suite = document.document().suite().map(LocatedBlock::block).orElse(null);
    List<LocatedBlock> blocks = document.document().blocks();
    BlockMeaning[] all = new BlockMeaning[blocks.size()];
    for (int i = 0; i < all.length; i++) {
      LocatedBlock located = blocks.get(i);
      List<BlockProblem> own = problems.getOrDefault(i, List.of());
      boolean found = index.caseAt(located).isPresent();
      Kept kept = before.get(located.block());
      if (kept == null || !kept.holds(suite, found, own)) {
        LookupLog lookups = new LookupLog();
        BlockMeanings meanings = new BlockMeanings(project.recording(lookups));
        BlockMeaning meaning = meanings.of(document.path(), located, own);
        kept = new Kept(suite, found, own, meaning, lookups);
      }
      now.put(located.block(), kept);
      all[i] = kept.meaning();
    }
    return List.of(all);
  }

  /** Drops what asked for something that is another thing in this snapshot. */
  private void forget(Project project) {
    boolean otherFiles = files != project.files();
    // Nothing is compared, in a large project all of it, before there is anything to drop.
    Set<Symbol> changed =
        documents.isEmpty() ? Set.of() : SymbolChanges.between(indexes, project.indexes());
    if (!changed.isEmpty() || otherFiles) {
      for (Map<Block, Kept> blocks : documents.values()) {
        blocks
            .values()
            .removeIf(kept ->
                !Collections.disjoint(kept.lookups().symbols, changed)
                    || otherFiles && !kept.lookups().holdsWith(project.files()));
      }
    }
    indexes = project.indexes();
    files = project.files();
  }
}
