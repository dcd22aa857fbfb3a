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
import elmtable.formula.FormulaScanner.UnreadableException;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Reads one formula by recursive descent, one method a level of precedence. What it reads does not
 * depend on what names exist: a name is a run of words, ended by a reserved word or a sign.
 */
final class FormulaParser {
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

  /** Each operator makes the tree one level deeper, and what walks a tree goes down by calls. */
  private static final int MOST_OPERATORS = 1_000;

  private final FormulaScanner in;
  private int depth;
  private int operators;

  FormulaParser(String text) {
    this.in = new FormulaScanner(text);
  }

  Formula whole() throws UnreadableException {
    if (isOneName()) {
      return new Formula.Reference(List.of(in.text), 0, in.text.length());
    }
    in.blanks();
    if (in.at == in.text.length()) {
      throw FormulaScanner.wrong(
          0, in.text.length(), "There is no formula here; write a name or a value.");
    }
    Formula formula = or();
    in.blanks();
    if (in.at < in.text.length()) {
      throw FormulaScanner.wrong(
          in.at,
          in.text.length(),
          "“" + in.text.substring(in.at) + "” does not belong to the formula before it.");
    }
    return formula;
  }

  /** Most formulas are one word, which needs no going through the levels of precedence. */
  private boolean isOneName() {
    String text = in.text;
    if (text.isEmpty() || !Character.isLetter(text.charAt(0))) {
      return false;
    }
    for (int i = 1; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c >= 128 || !Character.isLetterOrDigit(c) && c != '_') {
        return false;
      }
    }
    return !FormulaScanner.isReserved(text);
  }

  private Formula or() throws UnreadableException {
    if (++depth > DEEPEST) {
      throw FormulaScanner.wrong(
          in.at,
          in.text.length(),
          "The formula is nested too deeply; work out a part of it in a step of its own.");
    }
    Formula left = and();
    while (in.word("or")) {
      left = binary(OR, left, and());
    }
    depth--;
    return left;
  }

  private Formula binary(Operator operator, Formula left, Formula right)
      throws UnreadableException {
    count();
    return new Formula.Binary(operator, left, right);
  }

  private Formula unary(Operator operator, Formula of, int start) throws UnreadableException {
    count();
    return new Formula.Unary(operator, of, start, in.at);
  }

  private void count() throws UnreadableException {
    if (++operators > MOST_OPERATORS) {
      throw FormulaScanner.wrong(
          0,
          in.text.length(),
          "The formula has more than "
              + MOST_OPERATORS
              + " operators; work out a part of it in a step of its own.");
    }
  }

  private Formula and() throws UnreadableException {
    Formula left = not();
    while (in.word("and")) {
      left = binary(AND, left, not());
    }
    return left;
  }

  private Formula not() throws UnreadableException {
    in.blanks();
    int start = in.at;
    int nots = 0;
    while (in.word("not")) {
      nots++;
    }
    Formula formula = comparison();
    for (; nots > 0; nots--) {
      formula = unary(NOT, formula, start);
    }
    return formula;
  }

  private Formula comparison() throws UnreadableException {
    Formula left = join();
    for (Operator operator : SIGNS) {
      if (in.sign(operator.sign())) {
        return binary(operator, left, join());
      }
    }
    for (Operator operator : WORDS) {
      if (in.words(operator.sign())) {
        return binary(operator, left, join());
      }
    }
    if (in.word("in")) {
      return binary(IN, left, join());
    }
    return left;
  }

  private Formula join() throws UnreadableException {
    Formula left = sum();
    while (in.sign("&")) {
      left = binary(JOIN, left, sum());
    }
    return left;
  }

  private Formula sum() throws UnreadableException {
    Formula left = product();
    while (true) {
      if (in.sign("+")) {
        left = binary(PLUS, left, product());
      } else if (in.sign("-")) {
        boolean afterName = left instanceof Formula.Reference || left instanceof Formula.Binary;
        boolean blankBefore = in.at >= 2 && in.text.charAt(in.at - 2) == ' ';
        boolean blankAfter = in.at < in.text.length() && in.text.charAt(in.at) == ' ';
        if (afterName && !(blankBefore && blankAfter)) {
          throw FormulaScanner.wrong(
              in.at - 1,
              in.at,
              "A minus after a name needs a blank on both sides, or it could be a hyphen.");
        }
        left = binary(MINUS, left, product());
      } else {
        return left;
      }
    }
  }

  private Formula product() throws UnreadableException {
    Formula left = signed();
    while (true) {
      if (in.sign("*")) {
        left = binary(TIMES, left, signed());
      } else if (in.sign("/")) {
        left = binary(DIVIDE, left, signed());
      } else if (in.sign("%")) {
        left = binary(REMAINDER, left, signed());
      } else {
        return left;
      }
    }
  }

  private Formula signed() throws UnreadableException {
    in.blanks();
    int start = in.at;
    int minuses = 0;
    while (in.sign("-")) {
      minuses++;
    }
    if (minuses == 0 && in.sign("+")) {
      return primary();
    }
    Formula formula = primary();
    for (; minuses > 0; minuses--) {
      formula = unary(MINUS, formula, start);
    }
    return formula;
  }

  private Formula primary() throws UnreadableException {
    in.blanks();
    if (in.at == in.text.length()) {
      throw FormulaScanner.wrong(
          Math.max(0, in.at - 1), in.at, "The formula ends where a name or a value should follow.");
    }
    char c = in.text.charAt(in.at);
    if (c == '\'') {
      return in.quoted();
    }
    if (c >= '0' && c <= '9') {
      return in.number();
    }
    if (c == '(') {
      return parentheses();
    }
    if (c == '[' || Character.isLetter(c)) {
      return named();
    }
    if (c == '<' && in.text.indexOf('>', in.at) > 0) {
      throw bracketed(in.text.indexOf('>', in.at) + 1);
    }
    throw FormulaScanner.wrong(
        in.at, in.at + 1, "“" + c + "” cannot stand here; a name or a value should.");
  }

  /** A reference as cells have it, where its name alone should stand. */
  private UnreadableException bracketed(int end) {
    String inside = in.text.substring(in.at + 1, end - 1).strip();
    return new UnreadableException(
        new FormulaProblem(
            Problem.FORMULA_UNREADABLE,
            in.at,
            end,
            "In a formula, names stand without “<” and “>”.",
            inside.isEmpty() ? null : inside));
  }

  private Formula parentheses() throws UnreadableException {
    int start = in.at++;
    List<Formula> items = new ArrayList<>();
    if (in.sign(")")) {
      return new Formula.Listing(items, start, in.at);
    }
    do {
      items.add(or());
    } while (in.sign(","));
    close(start);
    return items.size() == 1 ? items.get(0) : new Formula.Listing(items, start, in.at);
  }

  private Formula named() throws UnreadableException {
    int start = in.at;
    if (in.text.charAt(in.at) != '[') {
      String first = in.wordAt(in.at);
      switch (first.toLowerCase(Locale.ROOT)) {
        case "yes", "no" -> {
          in.at += first.length();
          return new Formula.Literal(Value.of(first.equalsIgnoreCase("yes")), start, in.at);
        }
        case "empty" -> {
          in.at += first.length();
          return new Formula.Literal(Value.EMPTY, start, in.at);
        }
        default -> {
          if (FormulaScanner.isReserved(first)) {
            throw FormulaScanner.wrong(
                start,
                start + first.length(),
                "“" + first + "” needs a name or a value before it.");
          }
        }
      }
    }
    List<String> path = new ArrayList<>();
    path.add(in.name());
    if (in.at < in.text.length() && in.text.charAt(in.at) == '(' && in.text.charAt(start) != '[') {
      return call(path.get(0), start);
    }
    while (in.at + 1 < in.text.length()
        && in.text.charAt(in.at) == '/'
        && startsName(in.text.charAt(in.at + 1))) {
      in.at++;
      path.add(in.name());
    }
    return new Formula.Reference(path, start, in.at);
  }

  private static boolean startsName(char c) {
    return c == '[' || Character.isLetter(c);
  }

  private Formula call(String name, int start) throws UnreadableException {
    int nameEnd = in.at;
    Function function = Function.named(name).orElse(null);
    if (function == null) {
      Nearest near = Nearest.to(name, Function.names());
      throw new UnreadableException(
          new FormulaProblem(
              Problem.UNKNOWN_FUNCTION,
              start,
              nameEnd,
              "Function “" + name + "” not found." + near.question(),
              near.name().orElse(null)));
    }
    in.at++;
    List<Formula> arguments = new ArrayList<>();
    if (!in.sign(")")) {
      do {
        arguments.add(or());
      } while (in.sign(","));
      close(nameEnd);
    }
    if (arguments.size() < function.least() || arguments.size() > function.most()) {
      throw FormulaScanner.wrong(
          start,
          in.at,
          "It is written " + function.form() + ", and here are " + arguments.size() + " values.");
    }
    return new Formula.Call(function, arguments, start, in.at);
  }

  private void close(int opened) throws UnreadableException {
    if (!in.sign(")")) {
      throw FormulaScanner.wrong(
          opened, Math.max(in.at, opened + 1), "The parenthesis that opens here does not close.");
    }
  }
}
