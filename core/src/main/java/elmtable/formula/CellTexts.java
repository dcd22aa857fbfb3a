package elmtable.formula;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.List;

/**
 * How values of files stand in cells, in every format alike. {@code docs/data.md} is made of {@link
 * #RULES}.
 */
public final class CellTexts {
  /** One rule: what the value is, how it stands in a cell, and an example. */
  public record Rule(String value, String cell, String example) {}

  /** The rules in the order of the documentation. */
  public static final List<Rule> RULES =
      List.of(
          new Rule(
              "true and false of a spreadsheet, of JSON or of a database that has them",
              "yes or no",
              "`yes`"),
          new Rule(
              "number",
              "plain digits, never with an exponent; of a spreadsheet as its format shows it",
              "`1200000`, `12.5%`"),
          new Rule("date", "ISO 8601", "`2026-03-09`"),
          new Rule(
              "time of day",
              "hours and minutes; seconds where there are any",
              "`14:30`, `14:30:05`"),
          new Rule(
              "date with time",
              "both, with T between; where a format shows one of them only that one",
              "`2026-03-09T14:30`"),
          new Rule("span of time in a spreadsheet", "hours, minutes, seconds", "`30:15`"),
          new Rule("null, and a member or cell that is not there", "empty", ""),
          new Rule("object or array inside JSON", "its JSON text", "`[1,2]`"),
          new Rule("text", "as it is, without phonetic readings", "`東京`"));

  private static final int LONGEST_CELL = 10_000_000;
  private static final int MOST_DIGITS = 400;

  /** A spreadsheet shows so many digits of a number at most. */
  private static final MathContext SHOWN = new MathContext(15);

  private CellTexts() {}

  /** What bytes in a cell are told as, as the end of a sentence. */
  public static final String BYTES =
      "the cell holds bytes, which are no text; leave it out, or let the database write them, as with"
          + " hex()";

  /** A value that a database gives, and null for bytes. */
  public static String of(Object value) {
    return switch (value) {
      case byte[] bytes -> null;
      case Boolean truth -> truth(truth);
      case Double number -> plain(number);
      case Float number -> plain(Double.parseDouble(number.toString()));
      case BigDecimal number -> plain(number);
      default -> value.toString();
    };
  }

  public static String truth(boolean truth) {
    return Value.of(truth).text();
  }

  public static String time(LocalTime time) {
    return time.truncatedTo(ChronoUnit.SECONDS).toString();
  }

  public static String moment(LocalDateTime moment) {
    return moment.truncatedTo(ChronoUnit.SECONDS).toString();
  }

  /** A span of time such as {@code 30:15}; with seconds where there are any. */
  public static String span(long seconds) {
    String sign = seconds < 0 ? "-" : "";
    long left = Math.abs(seconds);
    String shown = sign + left / 3600 + ":" + twoDigits(left / 60 % 60);
    return left % 60 == 0 ? shown : shown + ":" + twoDigits(left % 60);
  }

  private static String twoDigits(long number) {
    return (number < 10 ? "0" : "") + number;
  }

  /** A number without an exponent, or the empty text where that would be far too long. */
  public static String plain(BigDecimal number) {
    boolean tooLong = number.precision() + Math.abs((long) number.scale()) > MOST_DIGITS;
    return tooLong ? "" : number.toPlainString();
  }

  /** The same for a binary number, with as many digits as tell it from its neighbours. */
  public static String plain(double number) {
    BigDecimal exact = new BigDecimal(Double.toString(number));
    return plain(exact.signum() == 0 ? BigDecimal.ZERO : exact.stripTrailingZeros());
  }

  /** The same with the digits that a spreadsheet shows. */
  public static String shown(double number) {
    BigDecimal rounded = new BigDecimal(Double.toString(number)).round(SHOWN);
    return plain(rounded.signum() == 0 ? BigDecimal.ZERO : rounded.stripTrailingZeros());
  }

  /** Why a text can be no cell, as the end of a sentence, or the empty text. */
  public static String objection(String cell) {
    if (cell.length() > LONGEST_CELL) {
      return "the cell is longer than 10,000,000 characters";
    }
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if (Character.isSurrogate(c)) {
        boolean pair =
            Character.isHighSurrogate(c)
                && i + 1 < cell.length()
                && Character.isLowSurrogate(cell.charAt(i + 1));
        if (!pair) {
          return "the cell holds half a character (a lone surrogate)";
        }
        i++;
      }
    }
    return "";
  }
}
