package elmtable.binding;

import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Optional;

/**
 * A step with the keyword that it calls.
 *
 * @param keyword nothing where no keyword answers to the step
 * @param arguments those given and those that have a default, in the order of the signature
 * @param problems what is wrong with the binding and the marks
 */
public record BoundStep(
    Step step,
    Optional<KeywordEntry> keyword,
    List<BoundArgument> arguments,
    List<Diagnostic> problems) {
  public BoundStep {
    arguments = List.copyOf(arguments);
    problems = List.copyOf(problems);
  }

  /** The argument that a cell of the step gives; cells count from 0 behind the first one. */
  public Optional<BoundArgument> argumentAt(int cell) {
    if (cell >= step.arguments().size()) {
      return Optional.empty();
    }
    return arguments.stream()
        .filter(a -> a.cell().filter(c -> c == step.arguments().get(cell)).isPresent())
        .findFirst();
  }
}
