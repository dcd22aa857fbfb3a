package elmtable.browser;

import java.time.Duration;
import java.util.List;

/** What elements show and how they are. */
public interface Elements {
  /** The element's shown text, runs of blanks as one. Waits until it is shown. */
  String text(Target target, Duration limit);

  /** A field's value. Waits until it is there. */
  String value(Target target, Duration limit);

  /** An attribute's value, or the empty text. Waits until the element is there. */
  String attribute(Target target, String attribute, Duration limit);

  /** How many elements there are now, shown or not. */
  int count(Target target);

  /** The shown texts of all elements that are found, in order. Waits until there is one. */
  List<String> texts(Target target, Duration limit);

  /** The texts of a table's cells, row by row. Waits until it is shown. */
  List<List<String>> table(Target target, Duration limit);

  /**
   * Waits, inside the page, until a state holds.
   *
   * @return what was there at the end; {@link Observation#holds()} tells whether it did in time
   */
  Observation await(Target target, Wanted wanted, Duration limit);
}
