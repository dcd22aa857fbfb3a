package elmtable.language;

import elmtable.formula.Escapes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Writes documents and blocks in their one canonical form. Reading and printing that form gives the
 * same bytes.
 */
public final class Printer {
  private Printer() {}

  public static String print(Document document) {
    StringBuilder out = new StringBuilder();
    List<Line> preamble = trimmed(document.preamble());
    lines(preamble, null, out);
    for (Document.LocatedBlock located : document.blocks()) {
      if (!out.isEmpty()) {
        out.append('\n');
      }
      block(located.block(), out);
    }
    return out.toString();
  }

  /** One block, with a newline at its end. */
  public static String print(Block block) {
    StringBuilder out = new StringBuilder();
    block(block, out);
    return out.toString();
  }

  private static void block(Block block, StringBuilder out) {
    block.above().forEach(comment -> out.append('#').append(comment.text()).append('\n'));
    out.append(block.kind().word());
    if (!block.name().isEmpty()) {
      out.append(' ').append(block.name());
    }
    out.append('\n');
    lines(
        trimmed(block.lines().stream().map(Printer::asRow).toList()),
        block.kind().main().orElse(null),
        out);
  }

  /** A sentence with the text beneath it is a row of two cells. */
  private static Line asRow(Line line) {
    if (!(line instanceof Line.Sentence sentence)) {
      return line;
    }
    List<Cell> cells = new ArrayList<>(List.of(sentence.text()));
    sentence.docString().ifPresent(cells::add);
    return new Line.Row(cells, true, sentence.range());
  }

  /** Without blank lines at both ends. */
  private static List<Line> trimmed(List<Line> lines) {
    int from = 0;
    int to = lines.size();
    while (to > from && lines.get(to - 1) instanceof Line.Blank) {
      to--;
    }
    while (from < to && lines.get(from) instanceof Line.Blank) {
      from++;
    }
    return lines.subList(from, to);
  }

  private static void lines(List<Line> lines, Section main, StringBuilder out) {
    Section section = null;
    int[] widths = null;
    for (int i = 0; i < lines.size(); i++) {
      Line line = lines.get(i);
      switch (line) {
        case Line.Note note -> out.append(note.text().isEmpty() ? ">" : "> " + note.text());
        case Line.Property property -> out.append(property(property));
        case Line.SectionWord word -> {
          section = word.section();
          out.append(section.word());
        }
        case Line.Row row -> {
          if (section == null && main != null) {
            section = main;
            out.append(main.word()).append('\n');
          }
          if (widths == null) {
            widths = groupWidths(lines, i);
          }
          row(row, widths, out);
        }
        case Line.Sentence ignored -> throw new IllegalStateException("made a row before");
        case Line.Comment comment -> out.append('#').append(comment.text());
        case Line.Blank ignored -> {
          if (i > 0 && lines.get(i - 1) instanceof Line.Blank) {
            continue;
          }
        }
        case Line.Unreadable unreadable -> out.append(unreadable.text());
      }
      if (!(line instanceof Line.Row) && !(line instanceof Line.Comment)) {
        widths = null;
      }
      out.append('\n');
    }
  }

  private static String property(Line.Property property) {
    String value = property.value();
    if (ListProperties.isList(property.word())) {
      value = String.join(", ", Lists.split(value));
    }
    return property.word() + ":" + (value.isEmpty() ? "" : " " + value);
  }

  /**
   * The widths of the columns of the rows from {@code first} on; comments do not divide a group.
   */
  private static int[] groupWidths(List<Line> lines, int first) {
    List<Line.Row> rows = new ArrayList<>();
    for (int i = first; i < lines.size(); i++) {
      if (lines.get(i) instanceof Line.Row row) {
        rows.add(row);
      } else if (!(lines.get(i) instanceof Line.Comment)) {
        break;
      }
    }
    int cells = Math.max(1, rows.stream().mapToInt(Line.Row::width).max().orElse(1));
    int[] widths = new int[cells];
    for (Line.Row row : rows) {
      for (int c = 0; c < Math.min(cells, row.cells().size()); c++) {
        widths[c] = Math.max(widths[c], DisplayWidth.of(canonical(row, c)));
      }
    }
    return widths;
  }

  private static String canonical(Line.Row row, int cell) {
    return Escapes.canonical(row.cells().get(cell).source());
  }

  private static void row(Line.Row row, int[] widths, StringBuilder out) {
    for (int c = 0; c < widths.length; c++) {
      String text = c < row.cells().size() ? canonical(row, c) : "";
      out.append("| ").append(text);
      char[] blanks = new char[widths[c] - DisplayWidth.of(text) + 1];
      Arrays.fill(blanks, ' ');
      out.append(blanks);
    }
    out.append('|');
  }
}
