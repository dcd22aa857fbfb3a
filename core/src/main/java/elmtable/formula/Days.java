package elmtable.formula;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;

/** Dates some days away. */
final class Days {
  private Days() {}

  /** Throws {@link FormulaException} for a part of a day, and beyond the years that there are. */
  static Value.Day after(LocalDate date, BigDecimal days) {
    if (days.stripTrailingZeros().scale() > 0) {
      throw new FormulaException(
          "Only whole days are added to a date, not "
              + days.abs().toPlainString()
              + " to "
              + date
              + ".");
    }
    try {
      return new Value.Day(date.plusDays(days.longValueExact()));
    } catch (ArithmeticException | DateTimeException beyond) {
      throw new FormulaException(
          date + " and " + days.toPlainString() + " days is beyond the last date that there is.");
    }
  }
}
