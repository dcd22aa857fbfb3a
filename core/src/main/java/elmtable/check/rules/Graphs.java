package elmtable.check.rules;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** Follows things that name others of their kind, to find circles. */
final class Graphs {
  private Graphs() {}

  /**
   * Whether one leads to another, over however many.
   *
   * @param key tells two apart
   * @param next those that one names
   */
  static <T> boolean reaches(
      T from, String wanted, Function<T, String> key, Function<T, List<T>> next) {
    Set<String> seen = new HashSet<>();
    List<T> open = new ArrayList<>(List.of(from));
    while (!open.isEmpty()) {
      T each = open.remove(open.size() - 1);
      if (key.apply(each).equals(wanted)) {
        return true;
      }
      if (seen.add(key.apply(each))) {
        open.addAll(next.apply(each));
      }
    }
    return false;
  }
}
