package elmtable.binding;

import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.DocumentIndex;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.KeywordEntry;
import java.util.Optional;

/**
 * The block that steps stand in, as what it is in its project: it says which pages are in force and
 * which names a step can use.
 *
 * @param entry the case, where it is one that its name finds
 * @param keyword the keyword, where it is one
 */
public record EnclosingBlock(
    Project project,
    Block block,
    Optional<CaseEntry> entry,
    Optional<KeywordEntry.Composed> keyword) {

  /**
   * @param path of the document that has the block
   */
  public static EnclosingBlock of(Project project, String path, LocatedBlock located) {
    DocumentIndex document = project.indexes().get(path);
    return new EnclosingBlock(
        project, located.block(), document.caseAt(located), document.keywordAt(located));
  }

  public BindingContext context() {
    return entry
        .map(BindingContext::of)
        .or(() -> keyword.map(BindingContext::of))
        .orElseGet(() -> BindingContext.of(block));
  }

  /** What its first step can use; made anew, to be updated with each step in turn. */
  public VisibleNames names() {
    return entry
        .map(found -> VisibleNames.of(found, project))
        .or(() -> keyword.map(found -> VisibleNames.of(found, project)))
        .orElseGet(() -> VisibleNames.of(block, project));
  }
}
