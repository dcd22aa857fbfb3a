package elmtable.text;

/** Replaces the text at a range by another text, which may hold line breaks. */
public record Edit(Range range, String text) {
  Edit down(int lines) {
    return new Edit(range.down(lines), text);
  }
}
