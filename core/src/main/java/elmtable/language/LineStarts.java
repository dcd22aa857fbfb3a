package elmtable.language;

import java.util.Arrays;

/** Where each line of a text begins. */
public final class LineStarts {
  private static final int USUAL_LINE = 16;

  private final int[] starts;
  private final int count;
  private final int length;

  private LineStarts(int[] starts, int count, int length) {
    this.starts = starts;
    this.count = count;
    this.length = length;
  }

  public static LineStarts of(String text) {
    int[] starts = new int[1 + text.length() / USUAL_LINE];
    int count = 1;
    starts[0] = text.startsWith("\uFEFF") ? 1 : 0;
    for (int at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) {
      if (count == starts.length) {
        starts = Arrays.copyOf(starts, 2 * count);
      }
      starts[count++] = at + 1;
    }
    return new LineStarts(starts, count, text.length());
  }

  /** The offset of a line's first character, or the text's length for a line behind the last. */
  public int start(int line) {
    return line < count ? starts[line] : length;
  }
}
