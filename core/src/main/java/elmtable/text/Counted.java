package elmtable.text;

import java.util.Locale;

/** Numbers with what they count, for people. */
public final class Counted {
  private Counted() {}

  /** {@code 1 row}, {@code 2,000 rows}; for nouns whose plural ends in s. */
  public static String of(long number, String noun) {
    return String.format(Locale.ROOT, "%,d %s%s", number, noun, number == 1 ? "" : "s");
  }
}
