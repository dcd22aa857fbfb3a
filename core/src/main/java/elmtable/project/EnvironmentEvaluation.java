package elmtable.project;

import elmtable.block.ValuesTable;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.SecretWatch;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Works out an environment's values, each when it is first needed. */
final class EnvironmentEvaluation {
  private final String environment;
  private final Map<String, ValuesTable.Entry> entries;
  private final Evaluator evaluator;
  private final SecretWatch secrets;
  private final Map<String, Value> values = new LinkedHashMap<>();

  /** The keys of the values that are being worked out, the outermost first. */
  private final Set<String> open = new LinkedHashSet<>();

  EnvironmentEvaluation(
      String environment,
      Map<String, ValuesTable.Entry> entries,
      ValueLookup system,
      EvaluationContext context) {
    this.environment = environment;
    this.entries = entries;
    this.secrets = context.secrets();
    ValueLookup own = this::find;
    this.evaluator = new Evaluator(own.orElse(system), context);
  }

  Map<String, Value> values() {
    entries.keySet().forEach(this::value);
    // In the order written, whatever was needed first.
    Map<String, Value> ordered = new LinkedHashMap<>();
    entries.keySet().forEach(key -> ordered.put(key, values.get(key)));
    return ordered;
  }

  private Optional<Value> find(List<String> path) {
    boolean placed = path.size() == 2 && path.get(0).equals("env");
    String key = Names.key(path.get(path.size() - 1));
    return (path.size() == 1 || placed) && entries.containsKey(key)
        ? Optional.of(value(key))
        : Optional.empty();
  }

  private Value value(String key) {
    Value known = values.get(key);
    if (known != null) {
      return known;
    }
    ValuesTable.Entry entry = entries.get(key);
    if (!open.add(key)) {
      throw new FormulaException("“" + entry.name() + "” is made of itself.");
    }
    try {
      Value value = evaluator.value(entry.value());
      values.put(key, value);
      if (entry.secret()) {
        secrets.secret(value);
      }
      return value;
    } catch (FormulaException failure) {
      throw open.size() > 1 ? failure : withPlace(entry, failure);
    } finally {
      open.remove(key);
    }
  }

  private FormulaException withPlace(ValuesTable.Entry entry, FormulaException failure) {
    return new FormulaException(
        "The value “"
            + entry.name()
            + "” of the environment "
            + environment
            + " cannot be evaluated: "
            + failure.getMessage());
  }
}
