package elmtable.check.rules;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Follows things that name others of their kind, to find circles. Each circle is reported once,
 * where it comes back to its first member in the order of documents and names.
 *
 * @param key tells two things apart
 * @param order of documents and names
 * @param next those that one names
 */
public record Graphs<T>(Function<T, String> key, Comparator<T> order, Function<T, List<T>> next) {

  /**
   * The circle that a reference closes, from the thing that it names round to it again; nothing
   * where there is none or another reference of the circle reports it.
   */
  public Optional<List<T>> closedBy(T from, T named) {
    Optional<List<T>> back = way(named, from);
    return back.filter(
        circle -> key.apply(circle.stream().min(order).orElseThrow()).equals(key.apply(named)));
  }

  /** The names of a circle's members, the first again at its end. */
  public static <T> String inWords(List<T> circle, Function<T, String> name) {
    List<String> names = new ArrayList<>(circle.stream().map(name).toList());
    names.add(names.get(0));
    return String.join(" → ", names);
  }

  /** The shortest way from one to another, both in it. */
  private Optional<List<T>> way(T from, T to) {
    Map<String, T> before = new HashMap<>();
    Set<String> seen = new HashSet<>(Set.of(key.apply(from)));
    Deque<T> open = new ArrayDeque<>(List.of(from));
    while (!open.isEmpty()) {
      T each = open.poll();
      if (key.apply(each).equals(key.apply(to))) {
        return Optional.of(traced(each, before));
      }
      for (T following : next.apply(each)) {
        if (seen.add(key.apply(following))) {
          before.put(key.apply(following), each);
          open.add(following);
        }
      }
    }
    return Optional.empty();
  }

  private List<T> traced(T last, Map<String, T> before) {
    List<T> way = new ArrayList<>();
    for (T each = last; each != null; each = before.get(key.apply(each))) {
      way.add(each);
    }
    Collections.reverse(way);
    return way;
  }
}
