package elmtable.formula;

import java.math.BigDecimal;

/** Numbers that are still written out in full: decimal128's exponents (IEEE 754) are the limit. */
final class Numbers {
  private static final int LARGEST_EXPONENT = 6144;

  private Numbers() {}

  /** Throws {@link FormulaException} where a number is larger, or nearer to 0, than that. */
  static Value.Num of(BigDecimal number) {
    long exponent = (long) number.precision() - number.scale() - 1;
    if (number.signum() != 0 && Math.abs(exponent) > LARGEST_EXPONENT
        || Math.abs((long) number.scale()) > 2L * LARGEST_EXPONENT) {
      throw new FormulaException(
          "A number has at most "
              + LARGEST_EXPONENT
              + " digits before and behind its point, and this one would have more.");
    }
    return new Value.Num(number);
  }
}
