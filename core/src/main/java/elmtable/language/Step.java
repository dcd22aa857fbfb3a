package elmtable.language;

import elmtable.text.Diagnostic;
import java.util.List;

/**
 * A row of a section that holds steps.
 *
 * @param first the keyword's name or a sentence
 * @param arguments the cells behind it, up to the first mark; empty ones at the end are left away
 * @param problems what is wrong with its marks
 */
public record Step(
    Line.Row row, Cell first, List<Cell> arguments, List<Mark> marks, List<Diagnostic> problems) {
  public Step {
    arguments = List.copyOf(arguments);
    marks = List.copyOf(marks);
    problems = List.copyOf(problems);
  }

  public static Step of(Line.Row row) {
    return new StepReader(row).read();
  }

  /** The mark of a kind, where the step has it. */
  public <M extends Mark> M mark(Class<M> kind) {
    return marks.stream().filter(kind::isInstance).map(kind::cast).findFirst().orElse(null);
  }
}
