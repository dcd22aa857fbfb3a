package elmtable.binding;

import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

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

  /** What the keyword gives. */
  public List<Output> gives() {
    return keyword.map(called -> called.signature().gives()).orElse(List.of());
  }

  /** The parameter that each cell of the step is for; the empty text for one that is for none. */
  public List<String> captions() {
    return IntStream.range(0, step.arguments().size())
        .mapToObj(cell -> argumentAt(cell).map(given -> given.parameter().name()).orElse(""))
        .toList();
  }

  /** The parameters that need an argument and have none; a step that is off lacks nothing. */
  public List<String> missing() {
    if (step.isOff() || keyword.isEmpty()) {
      return List.of();
    }
    Set<String> given =
        arguments.stream().map(each -> each.parameter().name()).collect(Collectors.toSet());
    return keyword.get().signature().takes().stream()
        .filter(parameter -> !parameter.optional() && !given.contains(parameter.name()))
        .map(Parameter::name)
        .toList();
  }
}
