package elmtable.refactoring;

import elmtable.language.Document.LocatedBlock;
import elmtable.project.SourceDocument;
import elmtable.text.Edit;
import elmtable.text.Range;
import java.util.List;

/** Where the edits of a refactoring put things. */
final class Placement {
  private static final String FORBIDDEN = "|[]<>";

  private Placement() {}

  /** Whether a text can be the name of a block or value. */
  static boolean isName(String name) {
    return !name.isEmpty() && name.chars().noneMatch(c -> FORBIDDEN.indexOf(c) >= 0);
  }

  /** A new block behind all others of a document. */
  static Edit atEnd(SourceDocument document, String block) {
    int end = document.text().lines().toList().size();
    return new Edit(document.path(), new Range(end, 0, 0), "\n" + block.stripTrailing());
  }

  /**
   * Whole lines before a line of a block.
   *
   * @param blockLine counted from the block
   */
  static Edit before(String path, LocatedBlock located, int blockLine, String lines) {
    return new Edit(path, new Range(located.firstLine() + blockLine, 0, 0), lines);
  }

  /** A property under a block's header. */
  static Edit property(String path, LocatedBlock located, String property) {
    return before(path, located, located.block().header().line() + 1, property + "\n");
  }

  /** A row as it is written. */
  static String row(List<String> cells) {
    return "| " + String.join(" | ", cells) + " |\n";
  }
}
