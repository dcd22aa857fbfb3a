package elmtable.refactoring;

import elmtable.language.Document.LocatedBlock;
import elmtable.project.SourceDocument;
import elmtable.text.Edit;
import elmtable.text.Range;
import elmtable.text.SourceText;
import java.util.List;
import java.util.stream.IntStream;

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

  /** A block taken away, with the blank lines above it, or below it where it is the first. */
  static List<Edit> gone(SourceDocument document, LocatedBlock located) {
    List<String> lines = SourceText.lines(document.text());
    int first = located.firstLine();
    int end = located.end();
    while (first > 0 && lines.get(first - 1).isBlank()) {
      first--;
    }
    while (first == 0 && end < lines.size() && lines.get(end).isBlank()) {
      end++;
    }
    return IntStream.range(first, end)
        .mapToObj(line -> Edit.removeLine(document.path(), line))
        .toList();
  }

  /** A line with another text at a range of it. */
  static String replaced(String line, Range range, String text) {
    return line.substring(0, range.start()) + text + line.substring(range.end());
  }

  /** A row as it is written. */
  static String row(List<String> cells) {
    return "| " + String.join(" | ", cells) + " |\n";
  }
}
