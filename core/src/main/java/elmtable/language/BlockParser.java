package elmtable.language;

import elmtable.formula.Escapes;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import elmtable.text.Sentence;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Reads the lines of one block, comments above its header included. */
final class BlockParser {
  private static final int MOST_PROPERTY_WORDS = 4;

  private final List<String> source;
  private final List<Diagnostic> problems = new ArrayList<>();
  private BlockKind kind;

  BlockParser(List<String> source) {
    this.source = source;
  }

  /** Whether a line is a header: a block word in column one, alone or with a name. */
  static boolean opensBlock(String line) {
    if (line.isEmpty() || !Character.isLetter(line.charAt(0))) {
      return false;
    }
    String word = firstWord(line);
    // `data` alone is the section's word.
    return BlockKind.of(word).isPresent()
        && !(word.equalsIgnoreCase("data") && line.strip().length() == word.length());
  }

  private static String firstWord(String line) {
    int end = 0;
    while (end < line.length() && line.charAt(end) != ' ' && line.charAt(end) != '\t') {
      end++;
    }
    return line.substring(0, end);
  }

  Block parse() {
    List<Line.Comment> above = new ArrayList<>();
    int at = 0;
    while (!opensBlock(source.get(at))) {
      String text = source.get(at).strip();
      above.add(new Line.Comment(text.substring(1), rangeOf(at, text)));
      at++;
    }
    String header = source.get(at).stripTrailing();
    String word = firstWord(header);
    kind = BlockKind.of(word).orElseThrow();
    String name = header.substring(word.length()).strip();
    Range headerRange = new Range(at, 0, header.length());
    Range nameRange =
        new Range(at, name.isEmpty() ? 0 : header.length() - name.length(), header.length());
    checkName(name, nameRange);
    List<Line> lines = new ArrayList<>();
    for (int i = at + 1; i < source.size(); i++) {
      lines.add(line(i));
    }
    checkRepeats(lines);
    lines = placeRows(lines);
    Block block =
        new Block(kind, name, headerRange, nameRange, above, lines, source.size(), List.of());
    SectionChecks.check(block, problems);
    return new Block(kind, name, headerRange, nameRange, above, lines, source.size(), problems);
  }

  private void checkName(String name, Range range) {
    if (name.isEmpty()) {
      problem(
          Problem.NAMELESS_BLOCK,
          range,
          "This " + kind.noun() + " has no name; write one behind the word.");
      return;
    }
    boolean mayHavePlaceholders = kind == BlockKind.CASE || kind == BlockKind.FIXTURE;
    int behindLastClose = name.lastIndexOf('>') + 1;
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      int end =
          mayHavePlaceholders && c == '<' ? Escapes.referenceEnd(name, i, behindLastClose) : -1;
      if (end > 0) {
        // Inside a reference brackets say where a name begins and ends.
        i = end;
        continue;
      }
      if ("|[]".indexOf(c) >= 0 || (!mayHavePlaceholders && (c == '<' || c == '>'))) {
        problem(
            Problem.BAD_NAME,
            range.part(i, i + 1),
            Sentence.capital(Sentence.one(kind.noun())) + "'s name cannot have “" + c + "” in it.");
        return;
      }
    }
    if (kind == BlockKind.HOOK && Moment.named(name).isEmpty()) {
      problem(
          Problem.UNKNOWN_HOOK_MOMENT,
          range,
          "A hook runs before or after a run, suite, case or step; its name says when, as in “before case”.",
          Nearest.to(name, Moment.words()).fixes(range));
    }
  }

  private Line line(int index) {
    String raw = source.get(index);
    String text = raw.strip();
    Range range = rangeOf(index, text);
    if (text.isEmpty()) {
      return new Line.Blank(range);
    }
    if (ConflictMarks.isMark(raw)) {
      return new Line.Unreadable(text, range);
    }
    switch (text.charAt(0)) {
      case '|' -> {
        return row(text, range);
      }
      case '>' -> {
        return new Line.Note(text.substring(text.startsWith("> ") ? 2 : 1), range);
      }
      case '#' -> {
        return new Line.Comment(text.substring(1), range);
      }
      default -> {}
    }
    Optional<Section> section = Section.of(text);
    if (section.isPresent()) {
      return sectionWord(section.get(), text, range);
    }
    int colon = text.indexOf(':');
    if (colon > 0
        && text.substring(0, colon).strip().split("[ \t]+").length <= MOST_PROPERTY_WORDS) {
      return property(text, colon, range);
    }
    problems.add(unreadable(raw, range, ""));
    return new Line.Unreadable(text, range);
  }

  private Range rangeOf(int index, String text) {
    int start = source.get(index).indexOf(text);
    return new Range(index, start, start + text.length());
  }

  private Line sectionWord(Section section, String text, Range range) {
    if (kind.sections().contains(section)) {
      return new Line.SectionWord(section, range);
    }
    String has =
        kind.sections().isEmpty()
            ? "it has no sections"
            : "it has " + String.join(", ", kind.sections().stream().map(Section::word).toList());
    problem(
        Problem.UNKNOWN_SECTION,
        range,
        Sentence.capital(Sentence.one(kind.noun()))
            + " has no section “"
            + section.word()
            + "”; "
            + has
            + ".");
    return new Line.Unreadable(text, range);
  }

  private Line property(String text, int colon, Range range) {
    String written = text.substring(0, colon).strip();
    String value = text.substring(colon + 1).strip();
    Range wordRange = range.part(0, written.length());
    Range valueRange = range.part(text.length() - value.length(), text.length());
    Optional<String> known = kind.propertyNamed(written);
    if (known.isEmpty()) {
      Nearest near = Nearest.to(written, kind.properties());
      problem(
          Problem.UNKNOWN_PROPERTY,
          wordRange,
          Sentence.capital(Sentence.one(kind.noun()))
              + " has no property “"
              + written
              + "”."
              + near.question(" It has " + String.join(", ", kind.properties()) + "."),
          near.fixes(wordRange));
    } else if (value.isEmpty()) {
      problem(
          Problem.EMPTY_PROPERTY,
          range,
          "“" + known.get() + "” has no value; write one or remove the line.");
    }
    return new Line.Property(known.orElse(written), value, range, valueRange);
  }

  private Line.Row row(String text, Range range) {
    List<Cell> cells = new ArrayList<>();
    int from = 1;
    boolean closed = false;
    for (int i = 1; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '\\'
          && i + 1 < text.length()
          && (text.charAt(i + 1) == '|' || text.charAt(i + 1) == '\\')) {
        i++;
      } else if (c == '|') {
        cells.add(cell(text, from, i, range));
        from = i + 1;
        closed = from == text.length();
      }
    }
    if (!closed) {
      cells.add(cell(text, from, text.length(), range));
      Range end = range.part(text.length(), text.length());
      problem(
          Problem.UNCLOSED_ROW,
          range,
          "This row has no pipe at its end.",
          Fix.replace("Add the pipe", end, " |"));
    }
    return new Line.Row(cells, closed, range);
  }

  private static Cell cell(String text, int from, int to, Range row) {
    int start = from;
    int end = to;
    while (start < end && isBlank(text.charAt(start))) {
      start++;
    }
    while (end > start && isBlank(text.charAt(end - 1))) {
      end--;
    }
    if (start == end) {
      // An empty cell's place is where one would type into it, not its far end.
      start = Math.min(from + 1, to);
      end = start;
    }
    return new Cell(text.substring(start, end), row.part(start, end));
  }

  private static boolean isBlank(char c) {
    return c == ' ' || c == '\t';
  }

  private void checkRepeats(List<Line> lines) {
    Set<String> words = new HashSet<>();
    Set<Section> sections = new HashSet<>();
    boolean inDataHead = false;
    for (Line line : lines) {
      switch (line) {
        case Line.SectionWord word -> {
          inDataHead = word.section() == Section.DATA;
          if (!sections.add(word.section()) && word.section() != Section.DATA) {
            problem(
                Problem.DOUBLE_SECTION,
                word.range(),
                "“"
                    + word.section().word()
                    + "” stands a second time in this "
                    + kind.noun()
                    + "; its rows belong to the first one.");
          }
        }
        case Line.Row ignored -> inDataHead = false;
        case Line.Property property -> {
          boolean own = inDataHead && Block.isOfDataSection(property);
          if (!own && !words.add(property.word()) && !kind.mayRepeat(property.word())) {
            problem(
                Problem.DOUBLE_PROPERTY,
                property.range(),
                "“"
                    + property.word()
                    + "” stands a second time in this "
                    + kind.noun()
                    + "; the first one counts.");
          }
        }
        default -> {}
      }
    }
  }

  /** Rows that belong to no section are kept as lines that cannot be read. */
  private List<Line> placeRows(List<Line> lines) {
    List<Line> located = new ArrayList<>();
    boolean underSection = kind.main().isPresent();
    for (Line line : lines) {
      underSection |= line instanceof Line.SectionWord;
      if (line instanceof Line.Row row && !underSection) {
        String text = source.get(row.range().line()).strip();
        located.add(new Line.Unreadable(text, row.range()));
        problem(
            Problem.UNREADABLE_LINE,
            row.range(),
            Sentence.capital(Sentence.one(kind.noun()))
                + " has no rows of its own; put this one under a section"
                + (kind.sections().isEmpty()
                    ? " of another block."
                    : " such as “" + kind.sections().get(0).word() + "”."));
      } else {
        located.add(line);
      }
    }
    return located;
  }

  static Diagnostic unreadable(String raw, Range range, String where) {
    String text = raw.strip();
    Optional<BlockKind> kind = BlockKind.of(firstWord(text));
    if (kind.isPresent() && range.start() > 0 && text.indexOf(' ') > 0) {
      Range blanks = new Range(range.line(), 0, range.start());
      return new Diagnostic(
          Problem.UNREADABLE_LINE,
          range,
          "“" + firstWord(text) + "” opens a block only in column one.",
          Fix.replace("Move to column one", blanks, ""));
    }
    boolean maybeHeader = text.indexOf(' ') > 0 && range.start() == 0;
    Nearest near = Nearest.to(firstWord(text), maybeHeader ? BlockKind.words() : List.of());
    if (near.name().isPresent()) {
      Range word = new Range(range.line(), range.start(), range.start() + firstWord(text).length());
      return new Diagnostic(
          Problem.UNREADABLE_LINE,
          range,
          where + "Block “" + firstWord(text) + "” not found." + near.question(),
          near.fixes(word));
    }
    return new Diagnostic(
        Problem.UNREADABLE_LINE,
        range,
        where
            + "This line is not a note (>), property (word: value), section, row (| … |) or comment (#).",
        Fix.replace("Make it a note", new Range(range.line(), range.start(), range.start()), "> "));
  }

  private void problem(Problem problem, Range range, String message, Fix... fixes) {
    problems.add(new Diagnostic(problem, range, message, fixes));
  }
}
