package elmtable.run.step;

import elmtable.run.event.Failure;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Masks secret values wherever they turn up in what a run tells. */
public final class Secrets {
  static final String MASK = "•••";
  private static final int SHORTEST = 3;

  private final Set<String> values = ConcurrentHashMap.newKeySet();

  public void add(String value) {
    // Masking a text of one or two letters would blacken half the report and hide nothing.
    if (value.length() >= SHORTEST) {
      values.add(value);
    }
  }

  public String mask(String text) {
    if (text == null) {
      return null;
    }
    String masked = text;
    for (String value : values) {
      masked = masked.replace(value, MASK);
    }
    return masked;
  }

  public Failure mask(Failure failure) {
    return failure == null
        ? null
        : new Failure(
            mask(failure.message()),
            mask(failure.wanted()),
            mask(failure.found()),
            failure.waitedMillis());
  }
}
