package elmtable.run.step;

import elmtable.binding.BindingContext;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The values of one body of steps: parameters, kept results and, when it ended by {@code give},
 * what it gave.
 */
public final class Frame {
  private final BindingContext context;

  /** What is in reach beside its own values. */
  private final Function<CaseValues, ValueLookup> outer;

  private final Map<String, Value> parameters;
  private final Map<String, Value> kept = new HashMap<>();

  /** Rows of repetitions whose one cell is kept as their value. */
  private final Map<String, Value.Row> items = new HashMap<>();

  private List<Value> given;

  private Frame(
      BindingContext context,
      Map<String, Value> parameters,
      Function<CaseValues, ValueLookup> outer) {
    this.context = context;
    this.outer = outer;
    this.parameters = parameters;
  }

  public static Frame ofCase(BindingContext context) {
    return new Frame(context, Map.of(), CaseValues::ofCase);
  }

  static Frame ofKeyword(BindingContext context, Map<String, Value> parameters) {
    return new Frame(context, new LinkedHashMap<>(parameters), CaseValues::ofKeyword);
  }

  /** Of a fixture: its places, what its needs give, and what a keyword sees. */
  public static Frame ofFixture(
      BindingContext context, Map<String, Value> places, FixtureValues needs) {
    return new Frame(
        context,
        new LinkedHashMap<>(places),
        scope -> path -> needs.find(path).or(() -> scope.ofKeyword().find(path)));
  }

  /** Of a hook: what it surrounds, by places such as {@code case/name}, and the environment. */
  public static Frame ofHook(BindingContext context, ValueLookup surrounded) {
    return new Frame(
        context,
        Map.of(),
        scope -> path -> surrounded.find(path).or(() -> scope.ofHook().find(path)));
  }

  /** A fixture's tear-down sees what its set-up saw and kept. */
  public Frame afterwards() {
    Map<String, Value> values = new LinkedHashMap<>(parameters);
    values.putAll(kept);
    return new Frame(context, values, outer);
  }

  /** A value that a step kept. */
  Optional<Value> kept(String name) {
    return Optional.ofNullable(kept.get(Names.key(name)));
  }

  BindingContext context() {
    return context;
  }

  void keep(String name, Value value) {
    kept.put(Names.key(name), value);
  }

  /**
   * Keeps an item of a repetition; of a row with one cell its value, which the column names too.
   */
  void keepItem(String name, Value item) {
    Value.Row row = item instanceof Value.Row of ? of : null;
    boolean single = row != null && row.cells().size() == 1;
    keep(name, single ? row.cells().values().iterator().next() : item);
    if (single) {
      items.put(Names.key(name), row);
    }
  }

  void forget(String name) {
    kept.remove(Names.key(name));
    items.remove(Names.key(name));
  }

  void give(List<Value> values) {
    given = values;
  }

  boolean hasGiven() {
    return given != null;
  }

  List<Value> given() {
    return given == null ? List.of() : given;
  }

  ValueLookup scope(CaseValues scope) {
    ValueLookup further = outer.apply(scope);
    return path -> own(path).or(() -> further.find(path));
  }

  private Optional<Value> own(List<String> path) {
    String name = Names.key(path.get(0));
    Value value = kept.containsKey(name) ? kept.get(name) : parameters.get(name);
    if (path.size() == 1) {
      return Optional.ofNullable(value);
    }
    Value.Row item = items.get(name);
    Value.Row row = item != null ? item : value instanceof Value.Row own ? own : null;
    return row == null ? Optional.empty() : row.cell(path.get(1));
  }
}
