package elmtable.refactoring;

import elmtable.block.PageBlock;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/** Finds what gets its name in a line of a document. */
final class NameAt {
  private static final Set<BlockKind> NAMED =
      EnumSet.of(
          BlockKind.SUITE,
          BlockKind.KEYWORD,
          BlockKind.PAGE,
          BlockKind.DATA_SET,
          BlockKind.FIXTURE,
          BlockKind.ENVIRONMENT,
          BlockKind.BROWSER);

  private NameAt() {}

  static Optional<RenameTarget> find(Project project, String path, int line) {
    Optional<LocatedBlock> found =
        project.document(path).map(SourceDocument::document).flatMap(all -> all.blockAt(line));
    if (found.isEmpty()) {
      return Optional.empty();
    }
    Block block = found.get().block();
    if (line != found.get().headerLine()) {
      return element(block, line - found.get().firstLine());
    }
    if (block.kind() == BlockKind.CASE) {
      Optional<CaseEntry> entry = project.indexes().get(path).caseAt(found.get());
      return entry.map(one -> new RenameTarget.Case(one.suiteName(), one.name()));
    }
    return NAMED.contains(block.kind())
        ? Optional.of(new RenameTarget.Named(block.kind(), block.name()))
        : Optional.empty();
  }

  private static Optional<RenameTarget> element(Block block, int line) {
    if (block.kind() != BlockKind.PAGE) {
      return Optional.empty();
    }
    return new PageBlock(block)
        .elements().stream()
            .filter(element -> element.row().cell("element").range().line() == line)
            .findFirst()
            .map(element -> new RenameTarget.Element(block.name(), element.name()));
  }
}
