package elmtable.block;

import elmtable.text.Names;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How long something lasts that surrounds cases, from the narrowest to the widest. */
public enum Scope {
  CASE,
  /** All executable cases of one case. */
  ROWS,
  SUITE,
  RUN;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Scope> named(String word) {
    return Arrays.stream(values())
        .filter(scope -> scope.word().equals(Names.key(word)))
        .findFirst();
  }

  public static List<String> words() {
    return Arrays.stream(values()).map(Scope::word).toList();
  }
}
