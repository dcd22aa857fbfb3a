package elmtable.completion;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * One offer.
 *
 * @param insert what the cell then holds
 * @param matched offsets of the letters of {@code label} that were typed
 * @param why its group, or what it was found by
 * @param signature the parameters' names, for a keyword
 */
public record Suggestion(
    String insert,
    String label,
    List<Integer> matched,
    String why,
    String signature,
    String note,
    List<String> parameters) {
  public Suggestion {
    matched = List.copyOf(matched);
    parameters = List.copyOf(parameters);
  }

  /** A value that is not a keyword. */
  static Suggestion value(String insert, String label, String typed, String why, String note) {
    return new Suggestion(insert, label, matched(label, typed), why, "", note, List.of());
  }

  static List<Integer> matched(String label, String typed) {
    int at =
        typed.isEmpty()
            ? -1
            : label.toLowerCase(Locale.ROOT).indexOf(typed.toLowerCase(Locale.ROOT));
    return at < 0 ? List.of() : Stream.iterate(at, i -> i + 1).limit(typed.length()).toList();
  }
}
