package elmtable.check;

import elmtable.language.Block;
import elmtable.project.DocumentIndex;
import elmtable.project.Project;
import elmtable.text.Diagnostic;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Circles that no block shows by itself, by the block that closes each; lines count from it.
 *
 * @param ofKeywords that call themselves
 * @param ofCases that come after themselves
 */
record Circles(Map<Block, List<Diagnostic>> ofKeywords, Map<Block, List<Diagnostic>> ofCases) {

  /**
   * Those of a project; the same object as before where nothing of it changed.
   *
   * @param before what an earlier check found, or null
   */
  static Circles of(Project project, Checked before) {
    Map<Block, List<Diagnostic>> ofCases = CaseCircles.find(project);
    if (before == null || !sameKeywords(before.indexes(), project.indexes())) {
      return new Circles(KeywordCircles.find(project.index()), ofCases);
    }
    Circles known = before.circles();
    return known.ofCases().isEmpty() && ofCases.isEmpty()
        ? known
        : new Circles(known.ofKeywords(), ofCases);
  }

  List<Diagnostic> closedBy(Block block) {
    List<Diagnostic> found = ofKeywords.get(block);
    return found == null ? ofCases.getOrDefault(block, List.of()) : found;
  }

  private static boolean sameKeywords(
      Map<String, DocumentIndex> before, Map<String, DocumentIndex> now) {
    if (!before.keySet().equals(now.keySet())) {
      return false;
    }
    for (Map.Entry<String, DocumentIndex> entry : now.entrySet()) {
      DocumentIndex old = before.get(entry.getKey());
      if (old != entry.getValue() && !keywords(old).equals(keywords(entry.getValue()))) {
        return false;
      }
    }
    return true;
  }

  private static Set<Block> keywords(DocumentIndex index) {
    Set<Block> blocks = Collections.newSetFromMap(new IdentityHashMap<>());
    index.keywords().forEach(keyword -> blocks.add(keyword.block()));
    return blocks;
  }
}
