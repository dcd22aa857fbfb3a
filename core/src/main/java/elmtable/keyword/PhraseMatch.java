package elmtable.keyword;

import java.util.List;

/**
 * A keyword that answers to a sentence by one of its phrases.
 *
 * @param placeholders in the order of the sentence
 */
public record PhraseMatch(Signature keyword, String phrase, List<Placeholder> placeholders) {
  /**
   * What fills a parameter.
   *
   * @param start where it stands in the sentence's source; without its quotes
   */
  public record Placeholder(String parameter, int start, int end) {}

  public PhraseMatch {
    placeholders = List.copyOf(placeholders);
  }
}
