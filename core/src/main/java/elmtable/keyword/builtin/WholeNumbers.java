package elmtable.keyword.builtin;

import elmtable.keyword.StepFailedException;
import java.math.BigDecimal;

/** Whole numbers as arguments. */
final class WholeNumbers {
  private WholeNumbers() {}

  static int whole(BigDecimal number, int least, int most, String what) {
    boolean fits =
        number.stripTrailingZeros().scale() <= 0
            && number.compareTo(BigDecimal.valueOf(least)) >= 0
            && number.compareTo(BigDecimal.valueOf(most)) <= 0;
    if (!fits) {
      throw new StepFailedException(
          what
              + " is a whole number from "
              + least
              + " to "
              + most
              + ", not "
              + number.toPlainString()
              + ".");
    }
    return number.intValueExact();
  }
}
