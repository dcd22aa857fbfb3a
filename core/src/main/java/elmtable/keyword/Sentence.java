package elmtable.keyword;

import elmtable.formula.Escapes;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A sentence as phrases see it: words between blanks, where a reference and a text in double quotes
 * count as one, whatever blanks are in them.
 *
 * @param source as written
 */
record Sentence(String source, List<Word> words) {
  /**
   * A word and its place in the source.
   *
   * @param folded in lower case
   * @param reference whether it is one whole reference, which no literal word fits
   */
  record Word(String folded, int start, int end, boolean reference) {}

  static Sentence of(String source) {
    List<Word> words = new ArrayList<>();
    int at = 0;
    int behindLastClose = source.lastIndexOf('>') + 1;
    while (at < source.length()) {
      if (isBlank(source.charAt(at))) {
        at++;
        continue;
      }
      int end = wordEnd(source, at, behindLastClose);
      String text = source.substring(at, end);
      boolean reference =
          text.startsWith("<")
              && Escapes.referenceEnd(source, at, behindLastClose) == end - 1
              && !isStandIn(text);
      words.add(new Word(fold(text), at, end, reference));
      at = end;
    }
    return new Sentence(source, words);
  }

  /** {@code <empty>} and {@code <space>} are texts and no references. */
  private static boolean isStandIn(String text) {
    return text.equals("<empty>") || text.equals("<space>");
  }

  private static int wordEnd(String source, int start, int behindLastClose) {
    int at = start;
    while (at < source.length() && !isBlank(source.charAt(at))) {
      char c = source.charAt(at);
      if (c == '"' && at == start) {
        int close = closingQuote(source, at);
        at = close < 0 ? at + 1 : close + 1;
      } else if (c == '<') {
        int close = Escapes.referenceEnd(source, at, behindLastClose);
        at = close < 0 ? at + 1 : close + 1;
      } else {
        at++;
      }
    }
    return at;
  }

  private static int closingQuote(String source, int open) {
    return source.indexOf('"', open + 1);
  }

  static boolean isBlank(char c) {
    return c == ' ' || c == '\t' || c == '\u00a0';
  }

  static String fold(String text) {
    return text.toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT);
  }
}
