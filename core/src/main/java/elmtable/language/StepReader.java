package elmtable.language;

import elmtable.formula.FormulaProblem;
import elmtable.formula.Template;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Divides a step's cells into its first cell, arguments and marks. */
final class StepReader {
  private final Line.Row row;
  private final List<Mark> marks = new ArrayList<>();
  private final List<Diagnostic> problems = new ArrayList<>();

  StepReader(Line.Row row) {
    this.row = row;
  }

  Step read() {
    List<Cell> cells = row.cells().subList(0, row.width());
    List<Cell> arguments = new ArrayList<>();
    Set<String> signs = new HashSet<>();
    for (Cell cell : cells.subList(1, cells.size())) {
      String sign = sign(cell.source());
      if (sign.isEmpty()) {
        argument(cell, arguments);
      } else if (signs.add(sign)) {
        mark(sign, cell);
      } else {
        problem(
            cell.range(),
            "The mark “" + sign + "” stands here a second time; a step has each at most once.");
      }
    }
    while (!arguments.isEmpty() && arguments.get(arguments.size() - 1).isBlank()) {
      arguments.remove(arguments.size() - 1);
    }
    return new Step(row.range(), cells.get(0), arguments, marks, List.of(), false, problems);
  }

  /** The sign a cell begins with, if a blank follows it. */
  static String sign(String source) {
    for (String sign : List.of("?", "*", "=>", "!")) {
      if (source.startsWith(sign + " ")) {
        return sign;
      }
    }
    return "";
  }

  private void argument(Cell cell, List<Cell> arguments) {
    if (marks.isEmpty()) {
      arguments.add(cell);
    } else if (!cell.isBlank()) {
      problem(cell.range(), "This argument stands behind a mark; arguments come first.");
    }
  }

  private void mark(String sign, Cell cell) {
    String text = cell.source().substring(sign.length()).strip();
    int offset = cell.source().length() - text.length();
    switch (sign) {
      case "?" -> {
        Template formula = Template.ofFormula(text);
        formula.problems().forEach(problem -> formulaProblem(problem, cell, offset));
        marks.add(new Mark.OnlyIf(formula, cell));
      }
      case "*" -> forEach(text, offset, cell);
      case "=>" -> keep(text, cell);
      default -> options(text, offset, cell);
    }
  }

  private void formulaProblem(FormulaProblem problem, Cell cell, int offset) {
    problems.add(
        new Diagnostic(
            problem.problem(),
            cell.range().part(offset + problem.start(), offset + problem.end()),
            problem.message()));
  }

  private void forEach(String text, int offset, Cell cell) {
    int in = text.indexOf(" in ");
    if (in <= 0 || text.substring(in + 4).isBlank()) {
      problem(cell.range(), "A repetition is written “* name in list”, say “* member in members”.");
      return;
    }
    String list = text.substring(in + 4).strip();
    marks.add(
        new Mark.ForEach(
            text.substring(0, in).strip(), list, offset + text.length() - list.length(), cell));
  }

  private void keep(String text, Cell cell) {
    List<String> names = Lists.split(text);
    for (String name : names) {
      if (!Character.isLetter(name.charAt(0))
          || name.chars().anyMatch(c -> "<>|[]/'()".indexOf(c) >= 0)) {
        problem(
            cell.range(),
            "“" + name + "” cannot be the name of a result; a name begins with a letter.");
        return;
      }
    }
    marks.add(new Mark.Keep(names, cell));
  }

  private void options(String text, int offset, Cell cell) {
    boolean soft = false;
    boolean quiet = false;
    Duration within = null;
    int tries = 1;
    for (String option : Lists.split(text)) {
      String[] words = option.split(" +", 2);
      String value = words.length > 1 ? words[1] : "";
      Optional<Duration> duration = Durations.read(value);
      if (option.equals("soft")) {
        soft = true;
      } else if (option.equals("quiet")) {
        quiet = true;
      } else if (words[0].equals("within") && duration.isPresent()) {
        within = duration.get();
      } else if (words[0].equals("tries") && value.matches("[1-9][0-9]?")) {
        tries = Integer.parseInt(value);
      } else {
        int start = cell.source().indexOf(option, offset);
        problem(
            cell.range().part(start, start + option.length()),
            "“"
                + option
                + "” is not an option; there are soft, quiet, within (say “within 30s”) and tries (“tries 3”).");
      }
    }
    marks.add(new Mark.Options(soft, within, tries, quiet, cell));
  }

  private void problem(Range range, String message) {
    problems.add(new Diagnostic(Problem.MARK_WITHOUT_SENSE, range, message));
  }
}
