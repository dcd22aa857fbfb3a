package elmtable.formula;

import static elmtable.formula.Formula.Operator.AND;
import static elmtable.formula.Formula.Operator.DIVIDE;
import static elmtable.formula.Formula.Operator.IN;
import static elmtable.formula.Formula.Operator.JOIN;
import static elmtable.formula.Formula.Operator.MINUS;
import static elmtable.formula.Formula.Operator.NOT;
import static elmtable.formula.Formula.Operator.OR;
import static elmtable.formula.Formula.Operator.PLUS;
import static elmtable.formula.Formula.Operator.REMAINDER;
import static elmtable.formula.Formula.Operator.TIMES;

import elmtable.formula.Formula.Operator;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Reads one formula by recursive descent, one method a level of precedence. What it reads does not
 * depend on what names exist: a name is a run of words, ended by a reserved word or a sign.
 */
final class FormulaParser {
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
  private static final List<Operator> SIGNS =
      List.of(
          Operator.UNEQUAL,
          Operator.AT_MOST,
          Operator.AT_LEAST,
          Operator.EQUAL,
          Operator.LESS,
          Operator.GREATER);
  private static final List<Operator> WORDS =
      List.of(Operator.CONTAINS, Operator.STARTS_WITH, Operator.ENDS_WITH, Operator.MATCHES);
  private static final int DEEPEST = 100;

  private final String text;
  private int at;
  private int depth;

  FormulaParser(String text) {
    this.text = text;
  }

  /** What stops a formula from being read; only the first one is reported. */
  static final class UnreadableException extends Exception {
    private static final long serialVersionUID = 1;
    final transient FormulaProblem problem;

    UnreadableException(FormulaProblem problem) {
      super(problem.message(), null, false, false);
      this.problem = problem;
    }
  }

  Formula whole() throws UnreadableException {
    blanks();
    if (at == text.length()) {
      throw wrong(0, text.length(), "There is no formula here; write a name or a value.");
    }
    Formula formula = or();
    blanks();
    if (at < text.length()) {
      throw wrong(
          at,
          text.length(),
          "“" + text.substring(at) + "” does not belong to the formula before it.");
    }
    return formula;
  }

  private Formula or() throws UnreadableException {
    if (++depth > DEEPEST) {
      throw wrong(
          at,
          text.length(),
          "The formula is nested too deeply; work out a part of it in a step of its own.");
    }
    Formula left = and();
    while (word("or")) {
      left = new Formula.Binary(OR, left, and());
    }
    depth--;
    return left;
  }

  private Formula and() throws UnreadableException {
    Formula left = not();
    while (word("and")) {
      left = new Formula.Binary(AND, left, not());
    }
    return left;
  }

  private Formula not() throws UnreadableException {
    blanks();
    int start = at;
    int nots = 0;
    while (word("not")) {
      nots++;
    }
    Formula formula = comparison();
    for (; nots > 0; nots--) {
      formula = new Formula.Unary(NOT, formula, start, at);
    }
    return formula;
  }

  private Formula comparison() throws UnreadableException {
    Formula left = join();
    for (Operator operator : SIGNS) {
      if (sign(operator.sign())) {
        return new Formula.Binary(operator, left, join());
      }
    }
    for (Operator operator : WORDS) {
      if (words(operator.sign())) {
        return new Formula.Binary(operator, left, join());
      }
    }
    if (word("in")) {
      return new Formula.Binary(IN, left, join());
    }
    return left;
  }

  private Formula join() throws UnreadableException {
    Formula left = sum();
    while (sign("&")) {
      left = new Formula.Binary(JOIN, left, sum());
    }
    return left;
  }

  private Formula sum() throws UnreadableException {
    Formula left = product();
    while (true) {
      if (sign("+")) {
        left = new Formula.Binary(PLUS, left, product());
      } else if (sign("-")) {
        boolean afterName = left instanceof Formula.Reference || left instanceof Formula.Binary;
        boolean blankBefore = at >= 2 && text.charAt(at - 2) == ' ';
        boolean blankAfter = at < text.length() && text.charAt(at) == ' ';
        if (afterName && !(blankBefore && blankAfter)) {
          throw wrong(
              at - 1,
              at,
              "A minus after a name needs a blank on both sides, or it could be a hyphen.");
        }
        left = new Formula.Binary(MINUS, left, product());
      } else {
        return left;
      }
    }
  }

  private Formula product() throws UnreadableException {
    Formula left = signed();
    while (true) {
      if (sign("*")) {
        left = new Formula.Binary(TIMES, left, signed());
      } else if (sign("/")) {
        left = new Formula.Binary(DIVIDE, left, signed());
      } else if (sign("%")) {
        left = new Formula.Binary(REMAINDER, left, signed());
      } else {
        return left;
      }
    }
  }

  private Formula signed() throws UnreadableException {
    blanks();
    int start = at;
    int minuses = 0;
    while (sign("-")) {
      minuses++;
    }
    if (minuses == 0 && sign("+")) {
      return primary();
    }
    Formula formula = primary();
    for (; minuses > 0; minuses--) {
      formula = new Formula.Unary(MINUS, formula, start, at);
    }
    return formula;
  }

  private Formula primary() throws UnreadableException {
    blanks();
    if (at == text.length()) {
      throw wrong(
          Math.max(0, at - 1), at, "The formula ends where a name or a value should follow.");
    }
    char c = text.charAt(at);
    if (c == '\'') {
      return quoted();
    }
    if (c >= '0' && c <= '9') {
      return number();
    }
    if (c == '(') {
      return parentheses();
    }
    if (c == '[' || Character.isLetter(c)) {
      return named();
    }
    throw wrong(at, at + 1, "“" + c + "” cannot stand here; a name or a value should.");
  }

  private Formula quoted() throws UnreadableException {
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

  private Formula number() throws UnreadableException {
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

  private Formula parentheses() throws UnreadableException {
    int start = at++;
    List<Formula> items = new ArrayList<>();
    if (sign(")")) {
      return new Formula.Listing(items, start, at);
    }
    do {
      items.add(or());
    } while (sign(","));
    close(start);
    return items.size() == 1 ? items.get(0) : new Formula.Listing(items, start, at);
  }

  private Formula named() throws UnreadableException {
    int start = at;
    if (text.charAt(at) != '[') {
      String first = wordAt(at);
      switch (first.toLowerCase(Locale.ROOT)) {
        case "yes", "no" -> {
          at += first.length();
          return new Formula.Literal(Value.of(first.equalsIgnoreCase("yes")), start, at);
        }
        case "empty" -> {
          at += first.length();
          return new Formula.Literal(Value.EMPTY, start, at);
        }
        default -> {
          if (RESERVED.contains(first.toLowerCase(Locale.ROOT))) {
            throw wrong(
                start,
                start + first.length(),
                "“" + first + "” needs a name or a value before it.");
          }
        }
      }
    }
    List<String> path = new ArrayList<>();
    path.add(name());
    if (at < text.length() && text.charAt(at) == '(' && text.charAt(start) != '[') {
      return call(path.get(0), start);
    }
    while (at + 1 < text.length() && text.charAt(at) == '/' && startsName(text.charAt(at + 1))) {
      at++;
      path.add(name());
    }
    return new Formula.Reference(path, start, at);
  }

  private static boolean startsName(char c) {
    return c == '[' || Character.isLetter(c);
  }

  /** A run of words, or anything in brackets. Leaves {@code at} right behind the last word. */
  private String name() throws UnreadableException {
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
      if (word.isEmpty() || RESERVED.contains(word.toLowerCase(Locale.ROOT))) {
        return text.substring(start, at);
      }
      at = next + word.length();
    }
  }

  /** Letters, digits, underscores and hyphens between two of them. */
  private String wordAt(int from) {
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

  private Formula call(String name, int start) throws UnreadableException {
    int nameEnd = at;
    Function function = Function.named(name).orElse(null);
    if (function == null) {
      String nearest = Names.nearest(name, Function.names()).orElse(null);
      String hint = nearest == null ? "" : " Did you mean " + nearest + "?";
      throw new UnreadableException(
          new FormulaProblem(
              Problem.UNKNOWN_FUNCTION,
              start,
              nameEnd,
              "There is no function " + name + "." + hint,
              nearest));
    }
    at++;
    List<Formula> arguments = new ArrayList<>();
    if (!sign(")")) {
      do {
        arguments.add(or());
      } while (sign(","));
      close(nameEnd);
    }
    if (arguments.size() < function.least() || arguments.size() > function.most()) {
      throw wrong(
          start,
          at,
          "It is written " + function.form() + ", and here are " + arguments.size() + " values.");
    }
    return new Formula.Call(function, arguments, start, at);
  }

  private void close(int opened) throws UnreadableException {
    if (!sign(")")) {
      throw wrong(
          opened, Math.max(at, opened + 1), "The parenthesis that opens here does not close.");
    }
  }

  private void blanks() {
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
  }

  private boolean sign(String sign) {
    int before = at;
    blanks();
    if (text.startsWith(sign, at)) {
      at += sign.length();
      return true;
    }
    at = before;
    return false;
  }

  private boolean word(String word) {
    int before = at;
    blanks();
    if (wordAt(at).equalsIgnoreCase(word)) {
      at += word.length();
      return true;
    }
    at = before;
    return false;
  }

  private boolean words(String phrase) {
    int before = at;
    for (String word : phrase.split(" ")) {
      if (!word(word)) {
        at = before;
        return false;
      }
    }
    return true;
  }

  private static UnreadableException wrong(int start, int end, String message) {
    return new UnreadableException(
        new FormulaProblem(Problem.FORMULA_UNREADABLE, start, Math.max(start, end), message));
  }
}
