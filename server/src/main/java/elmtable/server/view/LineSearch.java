package elmtable.server.view;

import elmtable.language.Document.LocatedBlock;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.server.message.ProjectMessages.FoundLine;
import elmtable.server.message.ProjectMessages.FoundLines;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The lines of all documents that hold a text, in either case. */
public final class LineSearch {
  /** Characters that are told before and behind what was found. */
  private static final int AROUND = 60;

  private static final Pattern PADDING = Pattern.compile("\\s+");

  private final Pattern wanted;
  private final int most;
  private final List<FoundLine> lines = new ArrayList<>();
  private long count;

  private LineSearch(String wanted, int most) {
    this.wanted =
        Pattern.compile(Pattern.quote(wanted), Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    this.most = most;
  }

  /** The first {@code most} of them by document and line, and how many there are. */
  public static FoundLines of(Project project, String wanted, int most) {
    LineSearch search = new LineSearch(wanted, most);
    project.documents().values().forEach(search::look);
    return new FoundLines(search.count, search.lines);
  }

  private void look(SourceDocument document) {
    String text = document.text();
    Matcher matcher = wanted.matcher(text);
    int line = 0;
    int start = 0;
    while (matcher.find(start)) {
      int from = text.lastIndexOf('\n', matcher.start()) + 1;
      line += (int) text.substring(start, from).chars().filter(c -> c == '\n').count();
      int end = text.indexOf('\n', matcher.end());
      int to = end < 0 ? text.length() : end;
      count++;
      if (lines.size() < most) {
        lines.add(
            new FoundLine(
                document.path(),
                line + 1,
                title(document, line),
                around(text, from, to, matcher.start(), matcher.end())));
      }
      if (end < 0) {
        return;
      }
      line++;
      start = end + 1;
    }
  }

  private static String title(SourceDocument document, int line) {
    return document
        .document()
        .blockAt(line)
        .map(LocatedBlock::block)
        .map(block -> block.name())
        .orElse("");
  }

  /** A line without the padding of its cells, cut round what was found in it. */
  private static String around(String text, int from, int to, int start, int end) {
    int first = Math.max(from, start - AROUND);
    int last = Math.min(to, end + AROUND);
    String part = PADDING.matcher(text.substring(first, last)).replaceAll(" ").strip();
    return (first > from ? "…" : "") + part + (last < to ? "…" : "");
  }
}
