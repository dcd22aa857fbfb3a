package elmtable.language;

import elmtable.language.Document.LocatedBlock;
import elmtable.text.CommonEnds;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Range;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * Reads documents. It never gives up: a line that it cannot read is kept, reported and passed over.
 *
 * <p>A parser that is given the document read before takes over every block whose lines did not
 * change, as the same object, so that what is kept by block stays valid.
 */
public final class DocumentParser {
  private DocumentParser() {}

  public static Document parse(String text) {
    List<String> lines = SourceText.lines(text);
    return document(lines, blocks(lines, 0, lines.size(), new HashMap<>()));
  }

  /** Reads a text anew, with blocks of {@code before} wherever their lines are the same. */
  public static Document parse(String text, String textBefore, Document before) {
    List<String> old = SourceText.lines(textBefore);
    List<String> lines = SourceText.lines(text);
    CommonEnds same = CommonEnds.of(old, lines, String::equals);
    List<LocatedBlock> all = before.blocks();
    // A block goes on as long as no other one begins, so the last one above may be another now.
    int above = Math.max(0, count(all, block -> block.headerLine() < same.above()) - 1);
    // The comments above a header are its own, however far they reach up.
    int below = count(all, block -> block.firstLine() <= old.size() - same.below());
    int moved = lines.size() - old.size();
    int from = above == 0 ? 0 : all.get(above).firstLine();
    int to = below == all.size() ? lines.size() : all.get(below).firstLine() + moved;
    List<LocatedBlock> blocks = new ArrayList<>(all.subList(0, above));
    blocks.addAll(blocks(lines, from, to, byLines(all.subList(above, below), old)));
    for (LocatedBlock block : all.subList(below, all.size())) {
      blocks.add(new LocatedBlock(block.block(), block.firstLine() + moved));
    }
    return document(lines, blocks);
  }

  /** How many of the first blocks something holds for, which holds for none behind them. */
  private static int count(List<LocatedBlock> blocks, Predicate<LocatedBlock> holds) {
    int low = 0;
    int high = blocks.size();
    while (low < high) {
      int middle = (low + high) / 2;
      if (holds.test(blocks.get(middle))) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  private static Map<List<String>, Block> byLines(List<LocatedBlock> blocks, List<String> lines) {
    Map<List<String>, Block> known = new HashMap<>();
    for (LocatedBlock block : blocks) {
      known.put(
          lines.subList(block.firstLine(), Math.min(block.end(), lines.size())), block.block());
    }
    return known;
  }

  private static Document document(List<String> lines, List<LocatedBlock> blocks) {
    List<Diagnostic> problems = new ArrayList<>();
    int firstBlock = blocks.isEmpty() ? lines.size() : blocks.get(0).firstLine();
    List<Line> preamble = preamble(lines.subList(0, firstBlock), problems);
    checkOrder(blocks, problems);
    problems.addAll(ConflictMarks.problems(lines));
    return new Document(preamble, blocks, problems);
  }

  /** The blocks that begin in a stretch of lines; each of those known is taken once. */
  private static List<LocatedBlock> blocks(
      List<String> lines, int from, int to, Map<List<String>, Block> known) {
    List<Integer> starts = blockStarts(lines, from, to);
    List<LocatedBlock> blocks = new ArrayList<>();
    for (int i = 0; i < starts.size(); i++) {
      int start = starts.get(i);
      int end = i + 1 < starts.size() ? starts.get(i + 1) : to;
      while (end > start && lines.get(end - 1).isBlank()) {
        end--;
      }
      List<String> own = lines.subList(start, end);
      Block block = known.remove(own);
      blocks.add(new LocatedBlock(block != null ? block : new BlockParser(own).parse(), start));
    }
    return blocks;
  }

  /** The line of each header, or of the first comment directly above it. */
  private static List<Integer> blockStarts(List<String> lines, int from, int to) {
    List<Integer> starts = new ArrayList<>();
    for (int i = from; i < to; i++) {
      if (BlockParser.opensBlock(lines.get(i))) {
        int start = i;
        int floor = starts.isEmpty() ? from : starts.get(starts.size() - 1) + 1;
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
