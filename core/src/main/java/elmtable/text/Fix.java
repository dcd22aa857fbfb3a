package elmtable.text;

import java.util.List;

/**
 * Something that would mend a problem: what it does, in words for a button, and the edits that do
 * it.
 */
public record Fix(String label, List<Edit> edits) {
  public Fix {
    edits = List.copyOf(edits);
  }

  public static Fix replace(String label, Range range, String text) {
    return new Fix(label, List.of(new Edit(range, text)));
  }

  /** Puts text before a line, counted as everywhere in the problem. */
  public static Fix insert(String label, int line, String text) {
    return replace(label, new Range(line, 0, 0), text);
  }

  Fix shiftedBy(int lines) {
    return new Fix(label, edits.stream().map(edit -> edit.shiftedBy(lines)).toList());
  }
}
