package elmtable.text;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Lines of a text: LF and CRLF end one, a byte-order mark at the start is dropped. */
public final class SourceText {
  private SourceText() {}

  /** The lines without their ends. A newline at the end of the text does not begin another line. */
  public static List<String> lines(String text) {
    List<String> lines = new ArrayList<>();
    int from = text.startsWith("\uFEFF") ? 1 : 0;
    while (from < text.length()) {
      int end = text.indexOf('\n', from);
      int next = end < 0 ? text.length() : end;
      int stop = next > from && text.charAt(next - 1) == '\r' ? next - 1 : next;
      lines.add(text.substring(from, stop));
      from = next + 1;
    }
    return lines;
  }

  /** The text as it is kept in memory: every line ends in LF, and there is no byte-order mark. */
  public static String normal(String text) {
    String marked = text.startsWith("\uFEFF") ? text.substring(1) : text;
    return withLineFeeds(marked);
  }

  /** The text with each of its line breaks as LF. */
  public static String withLineFeeds(String text) {
    return text.indexOf('\r') < 0 ? text : text.replace("\r\n", "\n").replace('\r', '\n');
  }

  /** Whether it has one half of a surrogate pair alone, which no file can hold. */
  public static boolean hasHalfCharacters(String text) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (Character.isSurrogate(c)) {
        boolean pair =
            Character.isHighSurrogate(c)
                && i + 1 < text.length()
                && Character.isLowSurrogate(text.charAt(i + 1));
        if (!pair) {
          return true;
        }
        i++;
      }
    }
    return false;
  }

  /** What two paths have in common that some file system takes for one: NFC, case folded. */
  public static String foldedPath(String path) {
    return Normalizer.normalize(path, Normalizer.Form.NFC)
        .toUpperCase(Locale.ROOT)
        .toLowerCase(Locale.ROOT);
  }

  /** The text with edits made; edits do not overlap and count in the given text's lines. */
  public static String apply(String text, List<Edit> edits) {
    List<String> lines = new ArrayList<>(lines(text));
    List<Edit> backwards = new ArrayList<>(edits);
    backwards.sort((a, b) ->
        a.range().line() != b.range().line()
            ? b.range().line() - a.range().line()
            : b.range().start() - a.range().start());
    for (Edit edit : backwards) {
      Range range = edit.range();
      while (lines.size() <= range.line()) {
        lines.add("");
      }
      if (edit.removesLine()) {
        lines.remove(range.line());
        continue;
      }
      String line = lines.get(range.line());
      int start = Math.min(range.start(), line.length());
      int end = Math.min(range.end(), line.length());
      lines.set(range.line(), line.substring(0, start) + edit.text() + line.substring(end));
    }
    return lines.isEmpty() ? "" : String.join("\n", lines) + "\n";
  }
}
