package elmtable.formula;

/**
 * A formula that could be read but has no value, such as a division by zero. Its message is for a
 * person.
 */
public final class FormulaException extends RuntimeException {
  public FormulaException(String message) {
    super(message, null, false, false);
  }
}
