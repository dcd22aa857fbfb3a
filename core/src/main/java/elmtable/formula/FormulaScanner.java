package elmtable.formula;

import elmtable.text.Problem;
import java.math.BigDecimal;
import java.util.Locale;
import java.util.Set;

/** The signs and words of a formula's text, read from left to right. */
final class FormulaScanner {
  private static final Set<String> RESERVED =
      Set.of(
          "and",
          "or",
          "not",
          "in",
          "contains",
          "starts",
          "ends",
          "with",
          "matches",
          "yes",
          "no",
          "empty");

  final String text;

  /** Where the next sign or word is looked for. */
  int at;

  FormulaScanner(String text) {
    this.text = text;
  }

  /** What stops a formula from being read; only the first one is reported. */
  static final class UnreadableException extends Exception {
    static final long serialVersionUID = 1;
    final transient FormulaProblem problem;

    UnreadableException(FormulaProblem problem) {
      super(problem.message(), null, false, false);
      this.problem = problem;
    }
  }

  void blanks() {
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
  }

  boolean sign(String sign) {
    int before = at;
    blanks();
    if (text.startsWith(sign, at)) {
      at += sign.length();
      return true;
    }
    at = before;
    return false;
  }

  boolean word(String word) {
    int before = at;
    blanks();
    if (wordAt(at).equalsIgnoreCase(word)) {
      at += word.length();
      return true;
    }
    at = before;
    return false;
  }

  boolean words(String phrase) {
    int before = at;
    for (String word : phrase.split(" ")) {
      if (!word(word)) {
        at = before;
        return false;
      }
    }
    return true;
  }

  /** A run of words, or anything in brackets. Leaves {@code at} right behind the last word. */
  String name() throws UnreadableException {
    if (text.charAt(at) == '[') {
      int start = at;
      int close = text.indexOf(']', at);
      if (close < 0) {
        throw wrong(start, text.length(), "The name that begins here has no closing bracket.");
      }
      at = close + 1;
      return text.substring(start + 1, close).strip();
    }
    int start = at;
    at += wordAt(at).length();
    while (true) {
      int next = at;
      while (next < text.length() && text.charAt(next) == ' ') {
        next++;
      }
      String word = next > at ? wordAt(next) : "";
      if (word.isEmpty() || isReserved(word)) {
        return text.substring(start, at);
      }
      at = next + word.length();
    }
  }

  /** A text in quotes; a quote inside it stands twice. */
  Formula quoted() throws UnreadableException {
    int start = at++;
    StringBuilder value = new StringBuilder();
    while (at < text.length()) {
      char c = text.charAt(at++);
      if (c != '\'') {
        value.append(c);
      } else if (at < text.length() && text.charAt(at) == '\'') {
        value.append('\'');
        at++;
      } else {
        return new Formula.Literal(Value.of(value.toString()), start, at);
      }
    }
    throw wrong(start, at, "The text that begins here has no closing quote.");
  }

  Formula number() throws UnreadableException {
    int start = at;
    while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
      at++;
    }
    String digits = text.substring(start, at);
    if (at < text.length() && Character.isLetter(text.charAt(at))) {
      throw wrong(
          start, at + 1, "A name begins with a letter; put a name that does not in brackets: […].");
    }
    try {
      return new Formula.Literal(new Value.Num(new BigDecimal(digits)), start, at);
    } catch (NumberFormatException notANumber) {
      throw wrong(start, at, "“" + digits + "” is not a number; a decimal has one point.");
    }
  }

  /** Letters, digits, underscores and hyphens between two of them. */
  String wordAt(int from) {
    int end = from;
    while (end < text.length()) {
      char c = text.charAt(end);
      boolean inner =
          c == '-' && end > from && end + 1 < text.length() && isWordPart(text.charAt(end + 1));
      if (!isWordPart(c) && !inner) {
        break;
      }
      end++;
    }
    return text.substring(from, end);
  }

  private static boolean isWordPart(char c) {
    return Character.isLetterOrDigit(c)
        || c == '_'
        || Character.isSurrogate(c)
        || Character.getType(c) == Character.NON_SPACING_MARK;
  }

  static UnreadableException wrong(int start, int end, String message) {
    return new UnreadableException(
        new FormulaProblem(Problem.FORMULA_UNREADABLE, start, Math.max(start, end), message));
  }

  /** Whether a word ends the name before it. */
  static boolean isReserved(String word) {
    return RESERVED.contains(word.toLowerCase(Locale.ROOT));
  }
}
