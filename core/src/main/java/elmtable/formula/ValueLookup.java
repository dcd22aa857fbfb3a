package elmtable.formula;

import java.util.List;
import java.util.Optional;

/** Where a formula's references are looked up. */
@FunctionalInterface
public interface ValueLookup {
  ValueLookup EMPTY = path -> Optional.empty();

  /** The value that a path of names stands for, or nothing where it is not known here. */
  Optional<Value> find(List<String> path);

  /** This scope, and where it does not know a name, another. */
  default ValueLookup orElse(ValueLookup outer) {
    return path -> find(path).or(() -> outer.find(path));
  }
}
