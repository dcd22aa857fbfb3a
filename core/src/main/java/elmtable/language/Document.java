package elmtable.language;

import elmtable.text.Diagnostic;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One text in the table language, read.
 *
 * @param preamble comments, blanks and unreadable lines above the first block
 * @param problems what is wrong with the preamble and with the order of blocks, with absolute lines
 */
public record Document(List<Line> preamble, List<LocatedBlock> blocks, List<Diagnostic> problems) {
  public Document {
    preamble = List.copyOf(preamble);
    blocks = List.copyOf(blocks);
    problems = List.copyOf(problems);
  }

  /**
   * A block at its place; {@code firstLine} is the zero-based line of its first comment or else its
   * header.
   */
  public record LocatedBlock(Block block, int firstLine) {
    public int headerLine() {
      return firstLine + block.header().line();
    }

    /** The line after its last one. */
    public int end() {
      return firstLine + block.lineCount();
    }
  }

  public Optional<LocatedBlock> suite() {
    return blocks.stream().filter(located -> located.block().kind() == BlockKind.SUITE).findFirst();
  }

  /** The block that has a line, counted from zero. */
  public Optional<LocatedBlock> blockAt(int line) {
    return blocks.stream()
        .filter(located -> line >= located.firstLine() && line < located.end())
        .findFirst();
  }

  /** Every problem of the grammar, with absolute lines, in their order. */
  public List<Diagnostic> allProblems() {
    List<Diagnostic> all = new ArrayList<>(problems);
    for (LocatedBlock located : blocks) {
      located
          .block()
          .problems()
          .forEach(problem -> all.add(problem.shiftedBy(located.firstLine())));
    }
    return all;
  }
}
