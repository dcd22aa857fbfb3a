package elmtable.text;

/**
 * A stretch of one line.
 *
 * @param line zero-based; relative to the first line of a block inside syntax trees, where it is
 *     negative for what the block takes from further up, and absolute in a document
 * @param start zero-based column in UTF-16 units
 * @param end column after the last one, not before {@code start}
 */
public record Range(int line, int start, int end) {
  public Range {
    if (start < 0 || end < start) {
      throw new IllegalArgumentException("No range: line " + line + ", " + start + " to " + end);
    }
  }

  /** The same columns, {@code lines} further down. */
  public Range shiftedBy(int lines) {
    return new Range(line + lines, start, end);
  }

  /** The part from {@code from} to {@code to}, both counted from this range's start. */
  public Range part(int from, int to) {
    return new Range(line, start + from, Math.max(start + from, start + to));
  }

  public boolean touches(Range other) {
    return line == other.line && start <= other.end && other.start <= end;
  }
}
