package elmtable.project;

import elmtable.block.EnvironmentBlock;
import elmtable.block.ValuesTable;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** The values of environments. */
public final class Environments {
  /** The value that paths of the tested application count from. */
  public static final String BASE_ADDRESS = "base address";

  private Environments() {}

  /** An environment's values by the key of their name, those of the one it is like first. */
  public static Map<String, ValuesTable.Entry> entries(ProjectIndex index, String environment) {
    Map<String, ValuesTable.Entry> entries = new LinkedHashMap<>();
    collect(environment, index::environment, entries, new HashSet<>());
    return entries;
  }

  private static void collect(
      String name,
      Function<String, Optional<EnvironmentBlock>> lookup,
      Map<String, ValuesTable.Entry> entries,
      Set<String> seen) {
    Optional<EnvironmentBlock> found = lookup.apply(name);
    if (found.isEmpty() || !seen.add(Names.key(name))) {
      return;
    }
    found
        .get()
        .like()
        .filter(like -> !like.written().isEmpty())
        .ifPresent(like -> collect(like.written(), lookup, entries, seen));
    found.get().values().entries().forEach(entry -> entries.put(entry.key(), entry));
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
    Map<String, ValuesTable.Entry> entries = new LinkedHashMap<>();
    collect(environment, index::environmentWithValues, entries, new HashSet<>());
    entries.forEach((key, entry) -> values.put(key, evaluated(environment, entry, evaluator)));
    return values;
  }

  private static Value evaluated(String environment, ValuesTable.Entry entry, Evaluator evaluator) {
    try {
      return evaluator.value(entry.value());
    } catch (FormulaException failure) {
      throw new FormulaException(
          "The value “"
              + entry.name()
              + "” of the environment "
              + environment
              + " cannot be evaluated: "
              + failure.getMessage());
    }
  }
}
