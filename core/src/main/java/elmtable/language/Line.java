package elmtable.language;

import elmtable.text.Range;
import java.util.List;

/** One line of a block, under its header. Ranges count from the block's first line. */
public sealed interface Line {
  Range range();

  /** {@code > text}, Markdown. */
  record Note(String text, Range range) implements Line {}

  /**
   * {@code word: value}; {@code word} is the printed form where the block knows it, else as
   * written.
   */
  record Property(String word, String value, Range range, Range valueRange) implements Line {}

  /** A section's word alone on its line. */
  record SectionWord(Section section, Range range) implements Line {}

  /** {@code | a | b |}; {@code closed} tells whether its last pipe was there. */
  record Row(List<Cell> cells, boolean closed, Range range) implements Line {
    public Row {
      cells = List.copyOf(cells);
    }

    /** The number of cells without empty ones at the end. */
    public int width() {
      int width = cells.size();
      while (width > 0 && cells.get(width - 1).isBlank()) {
        width--;
      }
      return width;
    }
  }

  /** {@code # text}. */
  record Comment(String text, Range range) implements Line {}

  /** Nothing but blanks. */
  record Blank(Range range) implements Line {}

  /** What fits nowhere, kept as written. */
  record Unreadable(String text, Range range) implements Line {}
}
