package elmtable.run;

import elmtable.binding.BindingContext;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The values of one body of steps: parameters, kept results and, when it ended by {@code give},
 * what it gave.
 */
final class Frame {
  private final BindingContext context;
  private final boolean keyword;
  private final Map<String, Value> parameters;
  private final Map<String, Value> kept = new HashMap<>();

  /** Rows of repetitions whose one cell is kept as their value. */
  private final Map<String, Value.Row> items = new HashMap<>();

  private List<Value> given;

  private Frame(BindingContext context, boolean keyword, Map<String, Value> parameters) {
    this.context = context;
    this.keyword = keyword;
    this.parameters = parameters;
  }

  static Frame ofCase(BindingContext context) {
    return new Frame(context, false, Map.of());
  }

  static Frame ofKeyword(BindingContext context, Map<String, Value> parameters) {
    return new Frame(context, true, new LinkedHashMap<>(parameters));
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
    ValueLookup outer = keyword ? scope.ofKeyword() : scope.ofCase();
    return path -> own(path).or(() -> outer.find(path));
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
