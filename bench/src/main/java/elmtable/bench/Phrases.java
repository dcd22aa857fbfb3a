package elmtable.bench;

import elmtable.formula.Kind;
import elmtable.keyword.Parameter;
import elmtable.keyword.PhraseIndex;
import elmtable.keyword.Signature;
import java.util.ArrayList;
import java.util.List;

/** Finding the phrase for a sentence among a hundred and among ten thousand. */
final class Phrases {
  private static final int LOOK_UPS = 200_000;
  private static final int ROUNDS = 7;
  private static final List<String> VERBS =
      List.of("books", "cancels", "moves", "pays for", "asks for", "prints", "shares", "looks at");
  private static final List<String> THINGS =
      List.of("a firing", "a kiln", "a shelf", "the receipt", "a glaze", "some clay");

  private Phrases() {}

  static void main() {
    PhraseIndex few = index(100);
    PhraseIndex many = index(10_000);
    double best = Double.MAX_VALUE;
    double bestOfMany = Double.MAX_VALUE;
    for (int round = 0; round < ROUNDS; round++) {
      best = Math.min(best, nanos(few, 100));
      bestOfMany = Math.min(bestOfMany, nanos(many, 10_000));
    }
    System.out.printf(
        "phrase look-up: %.0f ns among 100, %.0f ns among 10,000, ratio %.2f%n",
        best, bestOfMany, bestOfMany / best);
  }

  private static String words(int i) {
    return VERBS.get(i % VERBS.size())
        + " "
        + THINGS.get(i / 8 % THINGS.size())
        + " of studio "
        + word(i);
  }

  /** A word of letters for a number, so that it is not a number. */
  private static String word(int i) {
    StringBuilder word = new StringBuilder();
    for (int rest = i + 26; rest > 0; rest /= 26) {
      word.append((char) ('a' + rest % 26));
    }
    return word.toString();
  }

  private static PhraseIndex index(int count) {
    List<Signature> keywords = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      keywords.add(
          new Signature(
              "keyword " + i,
              "",
              "",
              List.of("<member> " + words(i) + " for <shelves> shelves"),
              List.of(
                  new Parameter("member", Kind.TEXT, "", false, ""),
                  new Parameter("shelves", Kind.of(Kind.Type.NUMBER), "", false, "")),
              List.of()));
    }
    return PhraseIndex.of(keywords);
  }

  private static double nanos(PhraseIndex index, int count) {
    List<String> sentences = new ArrayList<>();
    for (int i = 0; i < 100; i++) {
      int phrase = (int) ((long) i * count / 100);
      sentences.add("\"Juno Farrow\" " + words(phrase) + " for " + (i % 6 + 1) + " shelves");
    }
    long begun = System.nanoTime();
    int found = 0;
    for (int i = 0; i < LOOK_UPS; i++) {
      found += index.find(sentences.get(i % 100)).size();
    }
    if (found != LOOK_UPS) {
      throw new IllegalStateException(found + " of " + LOOK_UPS + " sentences found their phrase");
    }
    return (double) (System.nanoTime() - begun) / LOOK_UPS;
  }
}
