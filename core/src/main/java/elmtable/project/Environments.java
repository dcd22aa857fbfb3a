package elmtable.project;

import elmtable.block.EnvironmentBlock;
import elmtable.block.Property;
import elmtable.block.ValuesTable;
import elmtable.formula.Escapes;
import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.time.Duration;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** The values of environments. */
public final class Environments {
  /** The value that paths of the tested application count from. */
  public static final String BASE_ADDRESS = "base address";

  /** With {@link #HTTP_PASSWORD}, what answers sites that ask for basic authentication. */
  public static final String HTTP_USER = "http user";

  public static final String HTTP_PASSWORD = "http password";

  private Environments() {}

  /** An environment's values by the key of their name, those of the one it is like first. */
  public static Map<String, ValuesTable.Entry> entries(ProjectIndex index, String environment) {
    Map<String, ValuesTable.Entry> entries = new LinkedHashMap<>();
    collect(environment, index::environment, TypedSecrets.NONE, entries, new HashSet<>());
    return entries;
  }

  /**
   * The names of the secrets that have no value in an environment, neither written nor typed in nor
   * given for a run.
   */
  public static List<String> missingSecrets(ProjectIndex index, String environment) {
    return entriesWithValues(index, environment).values().stream()
        .filter(entry -> entry.secret() && entry.value().isBlank())
        .map(ValuesTable.Entry::name)
        .toList();
  }

  /** How long a step waits in an environment, where it or one that it starts from says so. */
  public static Optional<Duration> within(ProjectIndex index, String environment) {
    Set<String> seen = new HashSet<>();
    Optional<EnvironmentBlock> each = index.environment(environment);
    while (each.isPresent() && seen.add(Names.key(each.get().block().name()))) {
      Optional<Duration> within = each.get().within().flatMap(Property::value);
      if (within.isPresent()) {
        return within;
      }
      each = each.get().like().flatMap(like -> index.environment(like.written()));
    }
    return Optional.empty();
  }

  /** The same for who looks at the values, and not only at their names. */
  public static Map<String, ValuesTable.Entry> entriesWithValues(
      ProjectIndex index, String environment) {
    Map<String, ValuesTable.Entry> entries = new LinkedHashMap<>();
    collect(environment, index::environmentWithValues, index.secrets(), entries, new HashSet<>());
    index
        .overrides()
        .forEach((key, value) -> entries.computeIfPresent(key, (k, entry) -> with(entry, value)));
    return entries;
  }

  private static ValuesTable.Entry with(ValuesTable.Entry entry, String text) {
    return entry.with(Template.of(Escapes.escape(text)));
  }

  private static void collect(
      String name,
      Function<String, Optional<EnvironmentBlock>> lookup,
      TypedSecrets secrets,
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
        .ifPresent(like -> collect(like.written(), lookup, secrets, entries, seen));
    found.get().values().entries().forEach(entry -> entries.put(entry.key(), entry));
    // What was typed in goes before what is written; the nearest environment goes first.
    entries.replaceAll((key, entry) ->
        entry.secret() && !entry.value().hasReferences()
            ? secrets.find(name, key).map(typed -> with(entry, typed)).orElse(entry)
            : entry);
  }

  /**
   * The values worked out; each may use the others, and {@code os/NAME} reads a variable of the
   * system. Throws {@link FormulaException} where one has no value.
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
    return new EnvironmentEvaluation(
            environment, entriesWithValues(index, environment), os, context)
        .values();
  }
}
