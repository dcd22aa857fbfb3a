package elmtable.text;

/** How sentences of messages are put together. */
public final class Sentence {
  private Sentence() {}

  /** A word as the first of a sentence. */
  public static String capital(String word) {
    return word.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1);
  }
}
