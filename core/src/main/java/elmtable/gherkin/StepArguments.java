package elmtable.gherkin;

import elmtable.gherkin.GherkinDocument.DocString;
import elmtable.gherkin.GherkinDocument.Fault;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Step;
import elmtable.gherkin.GherkinLines.StepLine;
import elmtable.text.Counted;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads what stands beneath a step: a text between fences or a table. */
final class StepArguments {
  private static final List<String> FENCES = List.of("\"\"\"", "```");

  private final GherkinLines lines;
  private final List<Fault> faults;

  StepArguments(GherkinLines lines, List<Fault> faults) {
    this.lines = lines;
    this.faults = faults;
  }

  Step read(StepLine step) {
    Optional<DocString> text = Optional.empty();
    List<Row> table = List.of();
    while (true) {
      int before = lines.line();
      lines.skipBlanks();
      boolean taken = text.isPresent() || !table.isEmpty();
      if (!lines.atEnd() && fence().isPresent()) {
        Range place = lines.range();
        DocString read = docString(fence().get());
        if (taken) {
          second(place);
        } else {
          text = Optional.of(read);
        }
      } else if (!lines.atEnd() && lines.isRow()) {
        Range place = lines.range();
        List<Row> read = rows();
        if (taken) {
          second(place);
        } else {
          table = read;
        }
      } else {
        lines.goTo(before);
        return new Step(step.keyword(), step.text(), step.range(), step.textRange(), text, table);
      }
    }
  }

  private void second(Range place) {
    faults.add(
        new Fault(
            place, "This step has a text or a table already; a step has one of them at most."));
  }

  private Optional<String> fence() {
    return FENCES.stream().filter(lines.text()::startsWith).findFirst();
  }

  private DocString docString(String fence) {
    Range opening = lines.range();
    int indent = lines.indent();
    String mediaType = lines.text().substring(fence.length()).strip();
    lines.next();
    List<String> content = new ArrayList<>();
    while (!lines.atEnd() && !lines.text().startsWith(fence)) {
      String line = lines.raw();
      String unindented = lines.indent() < indent ? line.stripLeading() : line.substring(indent);
      content.add(unescaped(unindented, fence));
      lines.next();
    }
    if (lines.atEnd()) {
      faults.add(new Fault(opening, "This text never ends; close it with " + fence + "."));
    } else {
      lines.next();
    }
    return new DocString(mediaType, String.join("\n", content), opening);
  }

  /** A fence inside a text is written with a backslash before each of its signs. */
  private static String unescaped(String line, String fence) {
    return line.replace(("\\" + fence.charAt(0)).repeat(3), fence);
  }

  /**
   * The rows of a table; one whose number of cells is not the first one's is a fault and stays out.
   */
  List<Row> rows() {
    List<Row> rows = new ArrayList<>();
    while (true) {
      int before = lines.line();
      lines.skipBlanks();
      if (isStray()) {
        faults.add(new Fault(lines.range(), "This line is no row of the table that it stands in."));
        lines.next();
        continue;
      }
      if (lines.atEnd() || !lines.isRow()) {
        lines.goTo(before);
        return rows;
      }
      Row row = lines.row();
      int wanted = rows.isEmpty() ? row.cells().size() : rows.get(0).cells().size();
      if (row.cells().isEmpty()) {
        faults.add(new Fault(row.range(), "This row has no cell; a cell ends with a pipe."));
      } else if (row.cells().size() != wanted) {
        faults.add(
            new Fault(
                row.range(),
                "This row has "
                    + Counted.of(row.cells().size(), "cell")
                    + " where the table has "
                    + wanted
                    + "."));
      } else {
        rows.add(row);
      }
      lines.next();
    }
  }

  /** Whether a line that means nothing here stands before another row of the same table. */
  private boolean isStray() {
    boolean meansNothing =
        !lines.atEnd()
            && !lines.isRow()
            && !lines.isTags()
            && lines.opened().isEmpty()
            && lines.step().isEmpty()
            && fence().isEmpty();
    if (!meansNothing) {
      return false;
    }
    int here = lines.line();
    lines.next();
    lines.skipBlanks();
    boolean row = !lines.atEnd() && lines.isRow();
    lines.goTo(here);
    return row;
  }
}
