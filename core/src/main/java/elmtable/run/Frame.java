package elmtable.run;

import elmtable.binding.StepPlace;
import elmtable.formula.Scope;
import elmtable.formula.Value;
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
  private final StepPlace place;
  private final boolean keyword;
  private final Map<String, Value> parameters;
  private final Map<String, Value> kept = new HashMap<>();
  private List<Value> given;

  private Frame(StepPlace place, boolean keyword, Map<String, Value> parameters) {
    this.place = place;
    this.keyword = keyword;
    this.parameters = parameters;
  }

  static Frame ofCase(StepPlace place) {
    return new Frame(place, false, Map.of());
  }

  static Frame ofKeyword(StepPlace place, Map<String, Value> parameters) {
    return new Frame(place, true, new LinkedHashMap<>(parameters));
  }

  StepPlace place() {
    return place;
  }

  void keep(String name, Value value) {
    kept.put(Names.key(name), value);
  }

  void forget(String name) {
    kept.remove(Names.key(name));
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

  Scope scope(CaseScope scope) {
    Scope outer = keyword ? scope.ofKeyword() : scope.ofCase();
    return path -> own(path).or(() -> outer.find(path));
  }

  private Optional<Value> own(List<String> path) {
    String name = Names.key(path.get(0));
    Value value = kept.containsKey(name) ? kept.get(name) : parameters.get(name);
    if (path.size() == 1 || value == null) {
      return path.size() == 1 ? Optional.ofNullable(value) : Optional.empty();
    }
    return value instanceof Value.Row row ? cell(row, path.get(1)) : Optional.empty();
  }

  private static Optional<Value> cell(Value.Row row, String column) {
    return row.cells().entrySet().stream()
        .filter(entry -> Names.same(entry.getKey(), column))
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
