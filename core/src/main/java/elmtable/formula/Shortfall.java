package elmtable.formula;

import elmtable.formula.Formula.Operator;
import java.util.Set;

/**
 * Why a formula is not true: the part that decides it, and the values on both sides of it.
 *
 * @param part as written
 */
public record Shortfall(String part, String wanted, String found) {
  private static final Set<Operator> COMPARISONS =
      Set.of(
          Operator.EQUAL,
          Operator.UNEQUAL,
          Operator.LESS,
          Operator.AT_MOST,
          Operator.GREATER,
          Operator.AT_LEAST,
          Operator.CONTAINS,
          Operator.STARTS_WITH,
          Operator.ENDS_WITH,
          Operator.MATCHES,
          Operator.IN);

  /**
   * Of a formula whose value is no.
   *
   * @param source the text that it was read from
   */
  static Shortfall of(Formula formula, String source, Evaluator evaluator) {
    if (formula instanceof Formula.Binary binary) {
      if (binary.operator() == Operator.AND) {
        boolean left = evaluator.truth(binary.left());
        return of(left ? binary.right() : binary.left(), source, evaluator);
      }
      if (COMPARISONS.contains(binary.operator())) {
        String right = evaluator.value(binary.right()).text();
        boolean equal = binary.operator() == Operator.EQUAL;
        return new Shortfall(
            written(formula, source),
            equal ? right : binary.operator().sign() + " " + right,
            evaluator.value(binary.left()).text());
      }
    }
    return new Shortfall(written(formula, source), "yes", evaluator.value(formula).text());
  }

  private static String written(Formula formula, String source) {
    int end = Math.min(formula.end(), source.length());
    return source.substring(Math.min(formula.start(), end), end).strip();
  }
}
