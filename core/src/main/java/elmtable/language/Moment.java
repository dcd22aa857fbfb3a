package elmtable.language;

import elmtable.text.Names;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** When a hook runs, from the outermost to the innermost; each is the name of such a hook. */
public enum Moment {
  BEFORE_RUN,
  BEFORE_SUITE,
  BEFORE_CASE,
  BEFORE_STEP,
  AFTER_RUN,
  AFTER_SUITE,
  AFTER_CASE,
  AFTER_STEP;

  /** {@code before run} */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  public static Optional<Moment> named(String name) {
    return Arrays.stream(values())
        .filter(moment -> moment.word().equals(Names.key(name)))
        .findFirst();
  }

  static List<String> words() {
    return Arrays.stream(values()).map(Moment::word).toList();
  }
}
