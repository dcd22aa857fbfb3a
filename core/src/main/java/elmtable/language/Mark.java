package elmtable.language;

import elmtable.formula.Template;
import java.time.Duration;
import java.util.List;

/** What may stand behind a step's arguments. */
public sealed interface Mark {
  Cell cell();

  /** {@code ? formula}: the step runs only where it is true. */
  record OnlyIf(Template formula, Cell cell) implements Mark {}

  /**
   * {@code * name, counter in LIST}: once for each item.
   *
   * @param counter the name of the item's number, from 1, or the empty text
   * @param list a data set's name or a formula
   * @param listOffset where the list begins in the cell
   */
  record ForEach(String name, String counter, String list, int listOffset, Cell cell)
      implements Mark {
    /** The names that the step itself sees. */
    public List<String> names() {
      return counter.isEmpty() ? List.of(name) : List.of(name, counter);
    }
  }

  /** {@code => a, b}: keeps what the keyword gives. */
  record Keep(List<String> names, Cell cell) implements Mark {
    public Keep {
      names = List.copyOf(names);
    }
  }

  /**
   * {@code ! soft, within 30s, tries 3, every 1s, quiet, off}.
   *
   * @param within null where it is not said
   * @param tries 1 or more
   * @param every the pause between tries
   * @param off whether the step is passed over by everything
   */
  record Options(
      boolean soft,
      Duration within,
      int tries,
      Duration every,
      boolean quiet,
      boolean off,
      Cell cell)
      implements Mark {
    /** What holds for a step without this mark. */
    public static final Options NONE =
        new Options(false, null, 1, Duration.ZERO, false, false, null);
  }
}
