package elmtable.language;

import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

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

  /**
   * A step of a Gherkin scenario.
   *
   * @param word the step's own word, as Given, without blanks at its end
   * @param text what follows the word, written as a cell
   * @param docString its text, written as a cell; or nothing
   * @param table its rows, the first with the names of columns; or none
   */
  record Sentence(String word, Cell text, Optional<Cell> docString, List<Row> table, Range range)
      implements Line {
    public Sentence {
      table = List.copyOf(table);
    }
  }

  /** {@code # text}. */
  record Comment(String text, Range range) implements Line {}

  /** Nothing but blanks. */
  record Blank(Range range) implements Line {}

  /** An unreadable line, kept as written. */
  record Unreadable(String text, Range range) implements Line {}
}
