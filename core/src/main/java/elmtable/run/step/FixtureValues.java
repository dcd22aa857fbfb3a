package elmtable.run.step;

import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What fixtures gave to whoever asked for them: plainly and behind the fixture's name, or only
 * behind the name of a filling.
 */
public final class FixtureValues implements ValueLookup {
  private static final String PLACE = "fixture";

  private final Map<String, Value> plain = new HashMap<>();
  private final Map<String, Map<String, Value>> byName = new HashMap<>();

  /**
   * @param as how the fixture is called there
   * @param alias whether that is the name of a filling
   */
  public void put(String as, boolean alias, Map<String, Value> given) {
    byName.put(Names.key(as), given);
    if (!alias) {
      plain.putAll(given);
    }
  }

  @Override
  public Optional<Value> find(List<String> path) {
    String last = Names.key(path.get(path.size() - 1));
    if (path.size() == 1) {
      return Optional.ofNullable(plain.get(last));
    }
    if (!Names.key(path.get(0)).equals(PLACE)) {
      return Optional.empty();
    }
    return path.size() == 3
        ? Optional.ofNullable(byName.getOrDefault(Names.key(path.get(1)), Map.of()).get(last))
        : byName.values().stream()
            .map(given -> given.get(last))
            .filter(value -> value != null)
            .findFirst();
  }
}
