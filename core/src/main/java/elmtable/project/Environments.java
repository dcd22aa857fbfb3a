package elmtable.project;

import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.text.Names;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The values of environments. */
public final class Environments {
  /** The value that paths of the tested application count from. */
  public static final String BASE_ADDRESS = "base address";

  private Environments() {}

  /**
   * A value of an environment.
   *
   * @param name as written
   * @param secret whether it is masked wherever it is shown
   */
  public record Entry(String name, Template value, boolean secret) {}

  /** An environment's values by the key of their name, those of the one it is like first. */
  public static Map<String, Entry> entries(ProjectIndex index, String environment) {
    Map<String, Entry> entries = new LinkedHashMap<>();
    collect(index, environment, entries, new HashSet<>());
    return entries;
  }

  private static void collect(
      ProjectIndex index, String name, Map<String, Entry> entries, Set<String> seen) {
    Optional<NamedBlock> found = index.named(BlockKind.ENVIRONMENT, name);
    if (found.isEmpty() || !seen.add(Names.key(name))) {
      return;
    }
    Block block = found.get().block();
    if (!block.value("like").isEmpty()) {
      collect(index, block.value("like"), entries, seen);
    }
    block
        .section(Section.VALUES)
        .map(SectionTable::of)
        .ifPresent(table ->
            table
                .rows()
                .forEach(row ->
                    entries.put(
                        Names.key(row.text("name")),
                        new Entry(
                            row.text("name"),
                            Template.of(row.source("value")),
                            row.text("kind").equalsIgnoreCase("secret")))));
  }

  /**
   * The values worked out; {@code os/NAME} in them reads a variable of the system. Throws {@link
   * FormulaException} where one has no value.
   */
  public static Map<String, Value> values(
      ProjectIndex index,
      String environment,
      Map<String, String> system,
      EvaluationContext context) {
    ValueLookup os =
        path ->
            path.size() == 2 && path.get(0).equals("os")
                ? Optional.ofNullable(system.get(path.get(1))).map(Value::of)
                : Optional.empty();
    Map<String, Value> values = new LinkedHashMap<>();
    ValueLookup own =
        path ->
            Optional.ofNullable(values.get(Names.key(path.get(path.size() - 1))))
                .filter(v -> path.size() == 1);
    Evaluator evaluator = new Evaluator(own.orElse(os), context);
    entries(index, environment)
        .forEach((key, entry) -> values.put(key, evaluated(environment, entry, evaluator)));
    return values;
  }

  private static Value evaluated(String environment, Entry entry, Evaluator evaluator) {
    try {
      return evaluator.value(entry.value());
    } catch (FormulaException failure) {
      throw new FormulaException(
          "The value “"
              + entry.name()
              + "” of the environment "
              + environment
              + " cannot be worked out: "
              + failure.getMessage());
    }
  }
}
