package elmtable.language;

import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;

/**
 * The marks that version control writes round lines that two people changed: {@code <<<<<<<},
 * {@code =======} and {@code >>>>>>>}. What stands between them is one problem, to be decided.
 */
final class ConflictMarks {
  private static final String OPEN = "<<<<<<< ";
  private static final String BETWEEN = "=======";
  private static final String CLOSE = ">>>>>>> ";

  private final List<String> lines;
  private final List<Diagnostic> problems = new ArrayList<>();

  private ConflictMarks(List<String> lines) {
    this.lines = lines;
  }

  static boolean isMark(String line) {
    return line.startsWith(OPEN) || line.equals(BETWEEN) || line.startsWith(CLOSE);
  }

  /** A problem for each place that is to be decided, and for each mark that is alone. */
  static List<Diagnostic> problems(List<String> lines) {
    ConflictMarks marks = new ConflictMarks(lines);
    marks.find();
    return marks.problems;
  }

  private void find() {
    int open = -1;
    int between = -1;
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i);
      if (line.startsWith(OPEN)) {
        alone(open, between);
        open = i;
        between = -1;
      } else if (line.equals(BETWEEN)) {
        if (open < 0 || between >= 0) {
          alone(i);
        } else {
          between = i;
        }
      } else if (line.startsWith(CLOSE)) {
        if (between < 0) {
          alone(open, i);
        } else {
          decide(open, between, i);
        }
        open = -1;
        between = -1;
      }
    }
    alone(open, between);
  }

  private void decide(int open, int between, int close) {
    String here = lines.get(open).substring(OPEN.length()).strip();
    String there = lines.get(close).substring(CLOSE.length()).strip();
    problems.add(
        new Diagnostic(
            Problem.CONFLICT,
            new Range(open, 0, lines.get(open).length()),
            "Two people changed these lines: "
                + here
                + " has the upper ones, "
                + there
                + " the lower ones. Keep what holds.",
            new Fix("Keep the upper ones", without(open, open + 1, between, close + 1)),
            new Fix("Keep the lower ones", without(open, between + 1, close, close + 1)),
            new Fix("Keep both", without(open, open + 1, between, between + 1, close, close + 1))));
  }

  /** Takes lines away, given as where each stretch begins and what is behind it. */
  private static List<Edit> without(int... stretches) {
    List<Edit> edits = new ArrayList<>();
    for (int s = 0; s < stretches.length; s += 2) {
      for (int line = stretches[s]; line < stretches[s + 1]; line++) {
        edits.add(Edit.removeLine("", line));
      }
    }
    return edits;
  }

  private void alone(int... marks) {
    for (int line : marks) {
      if (line >= 0) {
        problems.add(
            new Diagnostic(
                Problem.UNREADABLE_LINE,
                new Range(line, 0, lines.get(line).length()),
                "This is a mark of version control without the others that belong to it.",
                new Fix("Remove the line", List.of(Edit.removeLine("", line)))));
      }
    }
  }
}
