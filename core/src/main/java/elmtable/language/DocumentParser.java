package elmtable.language;

import elmtable.language.Document.LocatedBlock;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Range;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Reads documents. It never gives up: a line that it cannot read is kept, reported and passed over.
 *
 * <p>A parser that is given the document read before takes over every block whose lines did not
 * change, as the same object, so that what is kept by block stays valid.
 */
public final class DocumentParser {
  private DocumentParser() {}

  public static Document parse(String text) {
    return parse(SourceText.lines(text), Map.of());
  }

  /** Reads a text anew, with blocks of {@code before} wherever their lines are the same. */
  public static Document parse(String text, String textBefore, Document before) {
    List<String> old = SourceText.lines(textBefore);
    Map<List<String>, Block> known = new HashMap<>();
    for (LocatedBlock located : before.blocks()) {
      known.put(
          old.subList(located.firstLine(), Math.min(located.end(), old.size())), located.block());
    }
    return parse(SourceText.lines(text), known);
  }

  private static Document parse(List<String> lines, Map<List<String>, Block> known) {
    List<Integer> starts = blockStarts(lines);
    List<Diagnostic> problems = new ArrayList<>();
    int firstBlock = starts.isEmpty() ? lines.size() : starts.get(0);
    List<Line> preamble = preamble(lines.subList(0, firstBlock), problems);
    List<LocatedBlock> blocks = new ArrayList<>();
    for (int i = 0; i < starts.size(); i++) {
      int start = starts.get(i);
      int end = i + 1 < starts.size() ? starts.get(i + 1) : lines.size();
      while (end > start && lines.get(end - 1).isBlank()) {
        end--;
      }
      List<String> own = lines.subList(start, end);
      Block block = known.get(own);
      blocks.add(new LocatedBlock(block != null ? block : new BlockParser(own).parse(), start));
    }
    checkOrder(blocks, problems);
    problems.addAll(ConflictMarks.problems(lines));
    return new Document(preamble, blocks, problems);
  }

  /** The line of each header, or of the first comment directly above it. */
  private static List<Integer> blockStarts(List<String> lines) {
    List<Integer> starts = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      if (BlockParser.opensBlock(lines.get(i))) {
        int start = i;
        int floor = starts.isEmpty() ? 0 : starts.get(starts.size() - 1) + 1;
        while (start > floor && lines.get(start - 1).stripLeading().startsWith("#")) {
          start--;
        }
        starts.add(start);
      }
    }
    return starts;
  }

  private static List<Line> preamble(List<String> lines, List<Diagnostic> problems) {
    List<Line> preamble = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      String text = lines.get(i).strip();
      int start = lines.get(i).indexOf(text);
      Range range = new Range(i, start, start + text.length());
      if (text.isEmpty()) {
        preamble.add(new Line.Blank(range));
      } else if (text.startsWith("#")) {
        preamble.add(new Line.Comment(text.substring(1), range));
      } else {
        preamble.add(new Line.Unreadable(text, range));
        if (ConflictMarks.isMark(lines.get(i))) {
          continue;
        }
        problems.add(
            BlockParser.unreadable(lines.get(i), range, "It stands above the first block. "));
      }
    }
    return preamble;
  }

  private static void checkOrder(List<LocatedBlock> blocks, List<Diagnostic> problems) {
    LocatedBlock suite = null;
    List<LocatedBlock> early = new ArrayList<>();
    for (LocatedBlock located : blocks) {
      Block block = located.block();
      if (block.kind() == BlockKind.SUITE && suite != null) {
        problems.add(
            new Diagnostic(
                Problem.SECOND_SUITE,
                block.nameRange().shiftedBy(located.firstLine()),
                "A document holds one suite, and this one has “"
                    + suite.block().name()
                    + "” already; put this one in a document of its own."));
      } else if (block.kind() == BlockKind.SUITE) {
        suite = located;
      } else if (block.kind() == BlockKind.CASE && suite == null) {
        early.add(located);
      }
    }
    if (suite == null) {
      return;
    }
    for (LocatedBlock located : early) {
      problems.add(
          new Diagnostic(
              Problem.CASE_BEFORE_SUITE,
              located.block().nameRange().shiftedBy(located.firstLine()),
              "This case stands before the suite “"
                  + suite.block().name()
                  + "”; cases follow their suite.",
              new Fix[0]));
    }
  }
}
