package elmtable.text;

import java.util.List;
import java.util.function.BiPredicate;

/**
 * Where two versions of a list begin alike and end alike, as after an edit: what lies between is
 * all that has to be looked at.
 *
 * @param above how many of the first ones are the same in both
 * @param below how many of the last ones are, which are none of those above
 */
public record CommonEnds(int above, int below) {
  public static <T> CommonEnds of(List<T> one, List<T> other, BiPredicate<T, T> same) {
    int most = Math.min(one.size(), other.size());
    int above = 0;
    while (above < most && same.test(one.get(above), other.get(above))) {
      above++;
    }
    int below = 0;
    while (below < most - above
        && same.test(one.get(one.size() - 1 - below), other.get(other.size() - 1 - below))) {
      below++;
    }
    return new CommonEnds(above, below);
  }

  /** What lies between the ends of one of both lists; a view of it. */
  public <T> List<T> between(List<T> either) {
    return either.subList(above, either.size() - below);
  }
}
