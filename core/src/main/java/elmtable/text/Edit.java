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

  /** Takes a whole line away, with its end. */
  public static Edit removeLine(String document, int line) {
    return new Edit(document, new Range(line, 0, Integer.MAX_VALUE), "");
  }

  /** The same edit of a document that is named. */
  public Edit in(String path) {
    return new Edit(path, range, text);
  }

  /** Whether it takes the whole line away. */
  public boolean removesLine() {
    return range.start() == 0 && range.end() == Integer.MAX_VALUE && text.isEmpty();
  }

  Edit shiftedBy(int lines) {
    return document.isEmpty() ? new Edit(range.shiftedBy(lines), text) : this;
  }
}
