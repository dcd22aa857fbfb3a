package elmtable.language;

import elmtable.formula.Template;
import java.time.Duration;
import java.util.List;

/** What may stand behind a step's arguments. */
public sealed interface Mark {
  Cell cell();

  /** {@code ? formula}: the step runs only where it is true. */
  record OnlyIf(Template formula, Cell cell) implements Mark {}

  /** {@code * name in LIST}: once for each item; {@code list} is a data set's name or a formula. */
  record ForEach(String name, String list, int listOffset, Cell cell) implements Mark {}

  /** {@code => a, b}: keeps what the keyword gives. */
  record Keep(List<String> names, Cell cell) implements Mark {
    public Keep {
      names = List.copyOf(names);
    }
  }

  /**
   * {@code ! soft, within 30s, tries 3, quiet}; {@code within} may be null, {@code tries} is 1 or
   * more.
   */
  record Options(boolean soft, Duration within, int tries, boolean quiet, Cell cell)
      implements Mark {}
}
