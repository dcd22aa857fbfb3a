package elmtable.gherkin;

import java.util.List;
import java.util.stream.Collectors;

/** Writes Gherkin, line by line, with two blanks of indentation a level. */
public final class GherkinWriter {
  private final StringBuilder out = new StringBuilder();

  /** A title with its tags above and its description beneath, after a blank line. */
  public void title(int level, List<String> tags, String keyword, String name, String description) {
    if (!out.isEmpty()) {
      out.append('\n');
    }
    if (!tags.isEmpty()) {
      line(level, String.join(" ", tags));
    }
    line(level, (keyword + ": " + name).strip());
    description.lines().forEach(text -> line(level + 1, text));
  }

  public void step(String sentence) {
    line(2, "* " + sentence);
  }

  public void comment(int level, String text) {
    line(level, "# " + text);
  }

  /** The text beneath a step. */
  public void docString(String content) {
    line(3, "\"\"\"");
    content.lines().forEach(text -> line(3, text.replace("\"\"\"", "\\\"\\\"\\\"")));
    line(3, "\"\"\"");
  }

  /** A table, its columns padded to one width each. */
  public void table(int level, List<List<String>> rows) {
    int columns = rows.stream().mapToInt(List::size).max().orElse(0);
    int[] widths = new int[columns];
    rows.forEach(row -> {
      for (int i = 0; i < row.size(); i++) {
        widths[i] = Math.max(widths[i], escaped(row.get(i)).length());
      }
    });
    for (List<String> row : rows) {
      StringBuilder text = new StringBuilder("|");
      for (int i = 0; i < row.size(); i++) {
        String cell = escaped(row.get(i));
        text.append(' ').append(cell).append(" ".repeat(widths[i] - cell.length())).append(" |");
      }
      line(level, text.toString());
    }
  }

  private static String escaped(String cell) {
    return cell.replace("\\", "\\\\").replace("|", "\\|").replace("\n", "\\n");
  }

  private void line(int level, String text) {
    out.append(text.isEmpty() ? "" : "  ".repeat(level)).append(text).append('\n');
  }

  /** A tag with our meaning: blanks of the name are hyphens in it. */
  public static String tag(String word, String name) {
    return "@" + word + "(" + hyphened(name) + ")";
  }

  public static String hyphened(String name) {
    return name.codePoints()
        .mapToObj(c -> Character.isWhitespace(c) ? "-" : Character.toString(c))
        .collect(Collectors.joining());
  }

  public String text() {
    return out.toString();
  }
}
