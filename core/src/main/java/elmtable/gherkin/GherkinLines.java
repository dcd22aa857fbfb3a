package elmtable.gherkin;

import elmtable.gherkin.Dialect.Opening;
import elmtable.gherkin.GherkinDocument.Cell;
import elmtable.gherkin.GherkinDocument.Fault;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Tag;
import elmtable.gherkin.GherkinDocument.Title;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** The lines of a document, read one after another, and what each can be taken for. */
final class GherkinLines {
  private static final Pattern COMMENT_AFTER_TAGS = Pattern.compile("\\s#");

  private final List<String> lines;
  Dialect dialect = Dialect.english();
  private int at;

  /** A title line and what it opens. */
  record Opened(Opening opening, Title title) {}

  /** A line that opens a step. */
  record StepLine(String keyword, String text, Range range, Range textRange) {}

  GherkinLines(List<String> lines) {
    this.lines = lines;
  }

  boolean atEnd() {
    return at >= lines.size();
  }

  int line() {
    return at;
  }

  void goTo(int line) {
    at = line;
  }

  void next() {
    at++;
  }

  /** The line as written. */
  String raw() {
    return lines.get(at);
  }

  String text() {
    return lines.get(at).strip();
  }

  int indent() {
    String line = lines.get(at);
    return line.length() - line.stripLeading().length();
  }

  Range range() {
    int indent = Math.min(indent(), raw().length());
    return new Range(at, indent, indent + text().length());
  }

  boolean isBlank() {
    return text().isEmpty();
  }

  boolean isComment() {
    return text().startsWith("#");
  }

  boolean isTags() {
    return text().startsWith("@");
  }

  boolean isRow() {
    return text().startsWith("|");
  }

  void skipBlanks() {
    while (!atEnd() && (isBlank() || isComment())) {
      next();
    }
  }

  Optional<Opened> opened() {
    String text = text();
    for (Map.Entry<Opening, List<String>> words : dialect.titles().entrySet()) {
      for (String word : words.getValue()) {
        if (text.startsWith(word + ":")) {
          String rest = text.substring(word.length() + 1);
          int start = range().start() + word.length() + 1 + rest.length() - rest.strip().length();
          String name = rest.strip();
          Range nameRange = new Range(at, start, start + name.length());
          return Optional.of(new Opened(words.getKey(), new Title(word, name, range(), nameRange)));
        }
      }
    }
    return Optional.empty();
  }

  boolean opens(Opening... openings) {
    Optional<Opened> opened = opened();
    return opened.isPresent() && List.of(openings).contains(opened.get().opening());
  }

  Optional<StepLine> step() {
    String text = text();
    for (String word : dialect.steps()) {
      if (text.startsWith(word) || text.equals(word.strip()) && word.endsWith(" ")) {
        String rest = text.substring(Math.min(word.length(), text.length()));
        int start = range().end() - rest.stripLeading().length();
        return Optional.of(
            new StepLine(word.strip(), rest.strip(), range(), new Range(at, start, range().end())));
      }
    }
    return Optional.empty();
  }

  /** The tags of a line, and what is wrong with them. */
  List<Tag> tags(List<Fault> faults) {
    String text = COMMENT_AFTER_TAGS.split(text(), 2)[0];
    List<Tag> tags = new ArrayList<>();
    int first = range().start();
    int open = text.indexOf('@');
    while (open >= 0) {
      int next = text.indexOf('@', open + 1);
      String name = text.substring(open + 1, next < 0 ? text.length() : next).strip();
      int start = first + open;
      Range range = new Range(at, start, start + 1 + name.length());
      if (name.isEmpty()) {
        faults.add(new Fault(range, "A tag has a name behind its @."));
      } else if (name.chars().anyMatch(Character::isWhitespace)) {
        faults.add(
            new Fault(
                range, "A tag has no blanks in it; write a hyphen, or an @ before each tag."));
      } else {
        tags.add(new Tag("@" + name, range));
      }
      open = next;
    }
    return tags;
  }

  /** A table row: cells between pipes, {@code \|}, {@code \n} and {@code \\} resolved. */
  Row row() {
    String line = raw();
    List<Cell> cells = new ArrayList<>();
    StringBuilder text = new StringBuilder();
    int start = line.indexOf('|') + 1;
    for (int i = start; i < line.length(); i++) {
      char c = line.charAt(i);
      if (c == '|') {
        cells.add(cell(text.toString(), line, start, i));
        text.setLength(0);
        start = i + 1;
      } else if (c == '\\' && i + 1 < line.length()) {
        char escaped = line.charAt(++i);
        switch (escaped) {
          case 'n' -> text.append('\n');
          case '|', '\\' -> text.append(escaped);
          default -> text.append(c).append(escaped);
        }
      } else {
        text.append(c);
      }
    }
    return new Row(cells, range());
  }

  private Cell cell(String text, String line, int start, int end) {
    String written = line.substring(start, end);
    int from = start + written.length() - written.stripLeading().length();
    int to = Math.max(from, start + written.stripTrailing().length());
    return new Cell(trimmed(text), new Range(at, from, to));
  }

  /** Without blanks at both ends; a line break that was written as one stays. */
  private static String trimmed(String text) {
    int from = 0;
    int to = text.length();
    while (from < to && isSpace(text.charAt(from))) {
      from++;
    }
    while (to > from && isSpace(text.charAt(to - 1))) {
      to--;
    }
    return text.substring(from, to);
  }

  private static boolean isSpace(char c) {
    return c != '\n' && (Character.isWhitespace(c) || c == '\u00a0');
  }
}
