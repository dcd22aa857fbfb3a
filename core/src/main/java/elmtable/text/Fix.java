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

  Fix down(int lines) {
    return new Fix(label, edits.stream().map(edit -> edit.down(lines)).toList());
  }
}
