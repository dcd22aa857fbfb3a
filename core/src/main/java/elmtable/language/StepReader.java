package elmtable.language;

import elmtable.formula.Formula;
import elmtable.formula.FormulaProblem;
import elmtable.formula.Template;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
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

  /** The sign a cell begins with, if a blank follows it or nothing. */
  static String sign(String source) {
    for (String sign : List.of("?", "*", "=>", "!")) {
      if (source.startsWith(sign)
          && (source.length() == sign.length() || source.charAt(sign.length()) == ' ')) {
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
    if (text.isEmpty()) {
      problems.add(empty(sign, cell));
      return;
    }
    int offset = cell.source().length() - text.length();
    switch (sign) {
      case "?" -> {
        Template formula = Template.ofFormula(text);
        formula.problems().forEach(problem -> formulaProblem(problem, cell, offset));
        marks.add(new Mark.OnlyIf(formula, cell));
      }
      case "*" -> forEach(text, offset, cell);
      case "=>" -> keep(text, offset, cell);
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

  private static Diagnostic empty(String sign, Cell cell) {
    String written =
        switch (sign) {
          case "?" -> "? formula";
          case "*" -> "* name in list";
          case "=>" -> "=> name";
          default -> "! soft";
        };
    return new Diagnostic(
        Problem.MARK_WITHOUT_SENSE,
        cell.range(),
        "The mark “"
            + sign
            + "” has nothing behind it; it is written “"
            + written
            + "”, and \\"
            + sign
            + " is the plain sign.",
        Fix.replace("Write \\" + sign, cell.range(), "\\" + sign));
  }

  private void forEach(String text, int offset, Cell cell) {
    int in = text.indexOf(" in ");
    if (in <= 0 || text.substring(in + 4).isBlank()) {
      problem(
          cell.range(),
          "A repetition is written “* name in list” or “* name, number in list”, say “* member in"
              + " members”.");
      return;
    }
    List<Lists.Part> names = Lists.parts(text.substring(0, in));
    if (names.size() > 2) {
      problem(
          cell.range(), "A repetition names the item and, behind a comma, its number; no more.");
      return;
    }
    if (!areNames(names, offset, cell)) {
      return;
    }
    String list = text.substring(in + 4).strip();
    marks.add(
        new Mark.ForEach(
            names.get(0).text(),
            names.size() > 1 ? names.get(1).text() : "",
            list,
            offset + text.length() - list.length(),
            cell));
  }

  private void keep(String text, int offset, Cell cell) {
    List<Lists.Part> names = Lists.parts(text);
    if (names.isEmpty()) {
      problems.add(empty("=>", cell));
    } else if (areNames(names, offset, cell)) {
      marks.add(new Mark.Keep(names.stream().map(Lists.Part::text).toList(), cell));
    }
  }

  /** Whether all can be named in formulas, and each is there once. */
  private boolean areNames(List<Lists.Part> names, int offset, Cell cell) {
    if (names.isEmpty()) {
      problem(cell.range(), "There is no name here.");
      return false;
    }
    Set<String> seen = new HashSet<>();
    for (Lists.Part name : names) {
      String objection = objection(name.text());
      if (objection.isEmpty() && !seen.add(Names.key(name.text()))) {
        objection = "stands here a second time; each value needs a name of its own.";
      }
      if (!objection.isEmpty()) {
        problem(
            cell.range().part(offset + name.start(), offset + name.end()),
            "“" + name.text() + "” " + objection);
        return false;
      }
    }
    return true;
  }

  private static String objection(String name) {
    if (!Character.isLetter(name.charAt(0))
        || name.chars().anyMatch(c -> "<>|[]/'()".indexOf(c) >= 0)) {
      return "cannot be the name of a result; a name begins with a letter.";
    }
    return Formula.isReserved(name)
        ? "is a word of formulas and cannot be the name of a result; choose another."
        : "";
  }

  private void options(String text, int offset, Cell cell) {
    OptionsReader reader = new OptionsReader();
    for (Lists.Part option : Lists.parts(text)) {
      String objection = reader.read(option.text());
      if (!objection.isEmpty()) {
        problem(
            cell.range().part(offset + option.start(), offset + option.end()),
            "“" + option.text() + "” " + objection);
      }
    }
    marks.add(reader.options(cell));
  }

  private void problem(Range range, String message) {
    problems.add(new Diagnostic(Problem.MARK_WITHOUT_SENSE, range, message));
  }
}
