package elmtable.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Divides a sentence into words, each with its stem and with what it is. */
final class Words {
  /** Words that say nothing about what is done. */
  private static final Set<String> STOP =
      Set.of(
          "a",
          "an",
          "the",
          "this",
          "that",
          "these",
          "those",
          "his",
          "her",
          "its",
          "their",
          "my",
          "your",
          "it",
          "he",
          "she",
          "they",
          "you",
          "i",
          "we",
          "of",
          "for",
          "in",
          "at",
          "by",
          "and",
          "then",
          "now",
          "again",
          "also",
          "please",
          "make",
          "sure",
          "verify",
          "check",
          "ensure",
          "should",
          "must",
          "will",
          "be",
          "been",
          "is",
          "are",
          "was",
          "has",
          "have",
          "had",
          "having",
          "do",
          "does",
          "there",
          "user",
          "tester",
          "s",
          "some",
          "new",
          "named",
          "called",
          "work",
          "so",
          "as",
          "to",
          "from",
          "with",
          "what",
          "who",
          "into",
          "on",
          "onto",
          "up",
          "out",
          "until",
          "can",
          "which",
          "whose",
          "system",
          "application",
          "site");

  private static final Set<String> TO_BE = Set.of("be", "is", "are", "was", "were", "been");

  private static final Pattern WORD =
      Pattern.compile(
          "“([^”]*)”|\"([^\"]*)\"|‘([^’]*)’|'([^']{2,})'|[\\p{L}\\p{N}][\\p{L}\\p{N}.,:/_-]*[\\p{L}\\p{N}]|[\\p{L}\\p{N}]|/[\\p{L}\\p{N}/_-]+|€|\\$");

  private static final Pattern SIGNING =
      Pattern.compile("(log|sign)-?(in|on|out|off)", Pattern.CASE_INSENSITIVE);

  private Words() {}

  /** What a word is. */
  enum Role {
    PLAIN,
    QUOTED,
    NUMBER,
    FILE,
    PATH
  }

  /**
   * @param text as written, without quotes
   * @param stop whether it says nothing by itself
   */
  record Word(String text, String stem, Role role, boolean stop) {
    boolean isCapital() {
      return !text.isEmpty() && Character.isUpperCase(text.charAt(0));
    }
  }

  static List<Word> of(String sentence) {
    List<Word> words = new ArrayList<>();
    Matcher matcher = WORD.matcher(sentence);
    while (matcher.find()) {
      String quoted = null;
      for (int group = 1; group <= 4 && quoted == null; group++) {
        quoted = matcher.group(group);
      }
      if (quoted != null) {
        words.add(new Word(quoted.strip(), "", Role.QUOTED, false));
        continue;
      }
      for (String part : parts(matcher.group())) {
        words.add(plain(part));
      }
    }
    return Directions.behindTheirVerbs(words);
  }

  /** Words that a hyphen joins are two, but not names such as EK-2033; a login is to log in. */
  private static String[] parts(String text) {
    Matcher signing = SIGNING.matcher(text);
    if (signing.matches()) {
      return new String[] {signing.group(1), signing.group(2)};
    }
    return text.matches("\\p{L}+-\\p{L}+") ? text.split("-") : new String[] {text};
  }

  private static Word plain(String text) {
    String lower = text.toLowerCase(Locale.ROOT);
    if (text.matches("\\d+([.,]\\d+)?")) {
      return new Word(text.replace(',', '.'), lower, Role.NUMBER, false);
    }
    if (text.startsWith("/")) {
      return new Word(text, lower, Role.PATH, false);
    }
    if (text.matches("[\\p{L}\\p{N}_-]+\\.[a-z]{2,4}")) {
      return new Word(text, lower, Role.FILE, false);
    }
    return new Word(
        text, TO_BE.contains(lower) ? "be" : stem(lower), Role.PLAIN, STOP.contains(lower));
  }

  /** The stems of a text that is no sentence, such as a name; stop words are left out. */
  static List<String> stems(String text) {
    return of(text).stream()
        .filter(word -> !word.stop())
        .map(Word::stem)
        .filter(s -> !s.isEmpty())
        .toList();
  }

  /** A light stemmer for English: endings of plurals and of verbs go. */
  static String stem(String word) {
    String stem =
        word.endsWith("'s") || word.endsWith("’s") ? word.substring(0, word.length() - 2) : word;
    for (String ending : List.of("ying", "ied", "ies")) {
      if (stem.length() > ending.length() + 1 && stem.endsWith(ending)) {
        return stem.substring(0, stem.length() - ending.length()) + "y";
      }
    }
    for (String ending : List.of("ing", "ed", "es", "s", "ly")) {
      int left = stem.length() - ending.length();
      if (left >= 3 && stem.endsWith(ending) && !stem.endsWith("ss")) {
        stem = stem.substring(0, left);
        // Typing and type are one word.
        boolean verb = ending.equals("ing") || ending.equals("ed");
        return verb && left == 3 ? stem + "e" : withoutDouble(stem);
      }
    }
    return withoutDouble(stem);
  }

  private static String withoutDouble(String word) {
    String stem = word;
    int last = stem.length() - 1;
    if (last > 2
        && stem.charAt(last) == stem.charAt(last - 1)
        && "lnprtgm".indexOf(stem.charAt(last)) >= 0) {
      stem = stem.substring(0, last);
    }
    return stem.length() > 4 && stem.endsWith("e") ? stem.substring(0, stem.length() - 1) : stem;
  }
}
