package elmtable.formula;

/**
 * A formula that could be read but has no value, such as a division by zero. Its message is for a
 * person.
 */
public final class FormulaFailure extends RuntimeException {
  public FormulaFailure(String message) {
    super(message, null, false, false);
  }
}
