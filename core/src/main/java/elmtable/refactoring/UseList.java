package elmtable.refactoring;

import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Uses as they are found, block by block. */
final class UseList {
  private final List<Use> uses = new ArrayList<>();
  private String path;
  private LocatedBlock located;
  private int firstLine;

  /** What follows is found in the document as a whole. */
  void enter(String document) {
    path = document;
    located = null;
    firstLine = 0;
  }

  /** What follows is found in this block. */
  void enter(String document, LocatedBlock block) {
    path = document;
    located = block;
    firstLine = block.firstLine();
  }

  String path() {
    return path;
  }

  LocatedBlock located() {
    return located;
  }

  void add(Range range, String text, boolean declares) {
    add(range, text, declares, true);
  }

  void add(Range range, String text, boolean declares, boolean byName) {
    uses.add(new Use(path, range.shiftedBy(firstLine), text, declares, byName));
  }

  /** Cells under a heading that hold a name. */
  void headed(SectionBody body, String heading, String name, boolean declares) {
    List<Cell> head = body.head().map(Line.Row::cells).orElse(List.of());
    for (int i = 0; i < head.size(); i++) {
      if (Names.same(head.get(i).name(), heading)) {
        for (Line.Row row : body.body()) {
          if (i < row.cells().size() && Names.same(row.cells().get(i).name(), name)) {
            add(row.cells().get(i).range(), row.cells().get(i).source(), declares);
          }
        }
      }
    }
  }

  /** In the order of documents and lines, each once. */
  List<Use> sorted() {
    uses.sort(
        Comparator.comparing(Use::document)
            .thenComparing(use -> use.range().line())
            .thenComparing(use -> use.range().start()));
    return uses.stream().distinct().toList();
  }
}
