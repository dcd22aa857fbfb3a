package elmtable.text;

/**
 * Replaces the text at a range by another text, which may hold line breaks.
 *
 * @param document the document's path, which may be a new one; empty for the one that the edit is
 *     told with
 */
public record Edit(String document, Range range, String text) {
  public Edit(Range range, String text) {
    this("", range, text);
  }

  Edit down(int lines) {
    return document.isEmpty() ? new Edit(range.down(lines), text) : this;
  }
}
