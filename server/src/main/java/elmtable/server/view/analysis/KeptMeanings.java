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
   */
  private record Kept(
      Block suite, List<BlockProblem> problems, BlockMeaning meaning, LookupLog lookups) {}

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
    Block suite = document.document().suite().map(LocatedBlock::block).orElse(null);
    List<LocatedBlock> blocks = document.document().blocks();
    BlockMeaning[] all = new BlockMeaning[blocks.size()];
    for (int i = 0; i < all.length; i++) {
      LocatedBlock located = blocks.get(i);
      List<BlockProblem> own = problems.getOrDefault(i, List.of());
      Kept known = before.get(located.block());
      Kept kept =
          known != null && known.suite() == suite && known.problems().equals(own)
              ? known
              : worked(project, document.path(), located, suite, own);
      now.put(located.block(), kept);
      all[i] = kept.meaning();
    }
    return List.of(all);
  }

  private static Kept worked(
      Project project, String path, LocatedBlock located, Block suite, List<BlockProblem> own) {
    LookupLog lookups = new LookupLog();
    BlockMeaning meaning = new BlockMeanings(project.recording(lookups)).of(path, located, own);
    return new Kept(suite, own, meaning, lookups);
  }

  /** Drops what asked for something that is another thing in this snapshot. */
  private void forget(Project project) {
    Set<Symbol> changed = SymbolChanges.between(indexes, project.indexes());
    boolean otherFiles = files != project.files();
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
