package elmtable.block;

import elmtable.language.Block;
import elmtable.text.Names;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What shares a browser's state, from the narrowest to the widest. */
public enum Isolation {
  /** A fresh state for each executable case. */
  CASE,
  /** One state for all rows of a case. */
  ROWS,
  SUITE,
  /** No promise: a worker goes on with what it has. */
  WORKER;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Isolation> named(String word) {
    return Arrays.stream(values())
        .filter(isolation -> isolation.word().equals(Names.key(word)))
        .findFirst();
  }

  private static final String UNKNOWN = Property.unknown(words());

  static Optional<Property<Isolation>> of(Block block) {
    return Property.of(block, "isolation", Isolation::named, UNKNOWN);
  }

  public static List<String> words() {
    return Arrays.stream(values()).map(Isolation::word).toList();
  }
}
