package elmtable.keyword;

import elmtable.formula.Evaluator;
import elmtable.formula.Formula;
import elmtable.formula.Shortfall;
import elmtable.formula.Value;

/**
 * A formula as an argument.
 *
 * @param written as it stands in the cell
 */
public record FormulaArgument(String written, Formula formula, Evaluator evaluator) {
  /** Its value at this moment. */
  public Value value() {
    return evaluator.value(formula);
  }

  /** Whether another look may give another value, without a step in between. */
  public boolean mayChange() {
    boolean[] shared = {formula.changing() != null};
    formula.walk(part ->
        shared[0] |=
            part instanceof Formula.Reference reference
                && reference.path().size() > 1
                && reference.path().get(0).equalsIgnoreCase("shared"));
    return shared[0];
  }

  /** Why its value is no. */
  public Shortfall shortfall() {
    return evaluator.shortfall(formula, written);
  }
}
