package elmtable.text;

/** How sentences of messages are put together. */
public final class Sentence {
  private Sentence() {}

  /** A noun behind its article: {@code a case}, {@code an environment}. */
  public static String one(String noun) {
    return ("aeiou".indexOf(Character.toLowerCase(noun.charAt(0))) >= 0 ? "an " : "a ") + noun;
  }

  /** A word as the first of a sentence. */
  public static String capital(String word) {
    return word.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1);
  }
}
