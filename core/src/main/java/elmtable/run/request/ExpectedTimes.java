package elmtable.run.request;

import java.util.OptionalDouble;

/** How long executable cases took in earlier runs. */
@FunctionalInterface
public interface ExpectedTimes {
  /** For who knows of no earlier runs. */
  ExpectedTimes NONE = identity -> OptionalDouble.empty();

  /** In milliseconds; nothing where it never passed. */
  OptionalDouble millis(String identity);
}
