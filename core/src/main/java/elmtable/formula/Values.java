package elmtable.formula;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Optional;

/** What values can be read as, and how two of them compare. */
public final class Values {
  private Values() {}

  /**
   * A number: digits with an optional sign and one point, and no leading zero ({@code 007} is a
   * text).
   */
  public static Optional<BigDecimal> number(Value value) {
    return switch (value) {
      case Value.Num num -> Optional.of(num.number());
      case Value.Text text -> number(text.text());
      default -> Optional.empty();
    };
  }

  public static Optional<BigDecimal> number(String text) {
    int from = text.startsWith("-") || text.startsWith("+") ? 1 : 0;
    int digits = 0;
    boolean point = false;
    for (int i = from; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '.' && !point && digits > 0) {
        point = true;
      } else if (c >= '0' && c <= '9') {
        digits++;
      } else {
        return Optional.empty();
      }
    }
    boolean leadingZero =
        text.length() > from + 1 && text.charAt(from) == '0' && text.charAt(from + 1) != '.';
    if (digits == 0 || text.endsWith(".") || leadingZero) {
      return Optional.empty();
    }
    return Optional.of(new BigDecimal(text));
  }

  /** A day: a date, or a text in the form 2026-11-25. */
  public static Optional<LocalDate> date(Value value) {
    return switch (value) {
      case Value.Day day -> Optional.of(day.date());
      case Value.Text text when text.text().length() == 10 && text.text().charAt(4) == '-' ->
          isoDate(text.text());
      default -> Optional.empty();
    };
  }

  private static Optional<LocalDate> isoDate(String text) {
    try {
      return Optional.of(LocalDate.parse(text));
    } catch (DateTimeException notADate) {
      return Optional.empty();
    }
  }

  /** Yes or no; the empty text is no. Anything that is neither has no truth. */
  public static Optional<Boolean> truth(Value value) {
    if (value instanceof Value.Truth truth) {
      return Optional.of(truth.yes());
    }
    if (!(value instanceof Value.Text text)) {
      return Optional.empty();
    }
    return switch (text.text().toLowerCase(Locale.ROOT)) {
      case "yes", "true" -> Optional.of(true);
      case "no", "false", "" -> Optional.of(false);
      default -> Optional.empty();
    };
  }

  /** As numbers where both read so, as dates where both read so, else as texts. */
  public static int compare(Value a, Value b) {
    Optional<BigDecimal> left = number(a);
    Optional<BigDecimal> right = left.isPresent() ? number(b) : Optional.empty();
    if (right.isPresent()) {
      return left.get().compareTo(right.get());
    }
    Optional<LocalDate> leftDay = date(a);
    Optional<LocalDate> rightDay = leftDay.isPresent() ? date(b) : Optional.empty();
    if (rightDay.isPresent()) {
      return leftDay.get().compareTo(rightDay.get());
    }
    return a.text().compareTo(b.text());
  }

  public static boolean equal(Value a, Value b) {
    if (a instanceof Value.Truth || b instanceof Value.Truth) {
      Optional<Boolean> left = truth(a);
      Optional<Boolean> right = truth(b);
      return left.isPresent() && left.equals(right);
    }
    if (a instanceof Value.Many left && b instanceof Value.Many right) {
      if (left.items().size() != right.items().size()) {
        return false;
      }
      for (int i = 0; i < left.items().size(); i++) {
        if (!equal(left.items().get(i), right.items().get(i))) {
          return false;
        }
      }
      return true;
    }
    return compare(a, b) == 0;
  }
}
