package elmtable.data.shaping;

import elmtable.formula.Value;
import elmtable.formula.Values;
import java.math.BigDecimal;
import java.time.LocalDate;

/**
 * A cell as rows are sorted by it: numbers before days before other texts, so that a column in
 * which they are mixed has one order, too.
 */
record SortValue(BigDecimal number, LocalDate day, String text) implements Comparable<SortValue> {
  static SortValue of(Value value) {
    BigDecimal number = Values.number(value).orElse(null);
    LocalDate day = number == null ? Values.date(value).orElse(null) : null;
    return new SortValue(number, day, value.text());
  }

  private int rank() {
    return number != null ? 0 : day != null ? 1 : 2;
  }

  @Override
  public int compareTo(SortValue other) {
    if (rank() != other.rank()) {
      return Integer.compare(rank(), other.rank());
    }
    return switch (rank()) {
      case 0 -> number.compareTo(other.number);
      case 1 -> day.compareTo(other.day);
      default -> text.compareTo(other.text);
    };
  }
}
