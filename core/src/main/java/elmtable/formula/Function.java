package elmtable.formula;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The functions, with how many arguments each takes. */
public enum Function {
  TODAY(0, 1, "today(days = 0)", "the date so many days from today"),
  NOW(0, 0, "now()", "date and time of this moment, as ISO 8601"),
  DATE(2, 2, "date(text, pattern)", "reads a date written in a pattern such as dd.MM.yyyy"),
  FORMAT(
      2,
      2,
      "format(value, pattern)",
      "a date by a pattern such as d MMMM yyyy, or a number by one such as 0.00"),
  UNIQUE(
      1,
      1,
      "unique(prefix)",
      "a text that no other step of any run has: 8 letters and digits behind the prefix"),
  RANDOM(2, 2, "random(low, high)", "a whole number, both ends included, from the run's seed"),
  PICK(1, 1, "pick(list)", "one item of a list, from the run's seed"),
  UPPER(1, 1, "upper(text)", "in capitals"),
  LOWER(1, 1, "lower(text)", "in small letters"),
  TRIM(1, 1, "trim(text)", "without blanks at both ends"),
  LENGTH(1, 1, "length(text)", "how many characters"),
  REPEAT(2, 2, "repeat(text, n)", "the text n times"),
  REPLACE(3, 3, "replace(text, from, to)", "every occurrence replaced"),
  SPLIT(2, 2, "split(text, by)", "a list of the parts"),
  JOIN(2, 2, "join(list, by)", "one text of the items"),
  NUMBER(1, 1, "number(text)", "the text as a number"),
  ROUND(1, 2, "round(n, places)", "half away from zero"),
  MIN(1, 99, "min(a, b, …)", "the smallest"),
  MAX(1, 99, "max(a, b, …)", "the largest"),
  SUM(1, 99, "sum(list)", "all items added"),
  COUNT(1, 1, "count(list)", "how many items"),
  IF(3, 3, "if(truth, a, b)", "a where the truth is yes, else b"),
  SAME(2, 2, "same(a, b)", "whether both are the same text, letter for letter"),
  JSON(2, 2, "json(text, '/pointer')", "the value at a JSON Pointer (RFC 6901)"),
  ITEM(2, 2, "item(list, n)", "the item at a place, from 1; from the end with a minus"),
  PART(
      2,
      3,
      "part(text, pattern, group = 0)",
      "the first place that fits the pattern, or a group of it"),
  BEFORE(2, 2, "before(text, mark)", "what stands before the first place of the mark"),
  AFTER(2, 2, "after(text, mark)", "what stands behind the first place of the mark"),
  BASE64(1, 1, "base64(text)", "the text's UTF-8 bytes in Base64 (RFC 4648)"),
  HASH(1, 1, "hash(text)", "SHA-256 of the text's UTF-8 bytes, in hexadecimal digits"),
  LOOKUP(3, 3, "lookup('data set', key, column)", "the cell of the data set's row with that key"),
  RECORD(2, 2, "record('data set', key)", "the whole row of the data set with that key");

  private final int least;
  private final int most;
  private final String form;
  private final String note;

  Function(int least, int most, String form, String note) {
    this.least = least;
    this.most = most;
    this.form = form;
    this.note = note;
  }

  public int least() {
    return least;
  }

  public int most() {
    return most;
  }

  /** How it is called, for help and completion. */
  public String form() {
    return form;
  }

  public String note() {
    return note;
  }

  public String written() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether two evaluations with the same values may differ. */
  public boolean changing() {
    return switch (this) {
      case TODAY, NOW, UNIQUE, RANDOM, PICK -> true;
      default -> false;
    };
  }

  static Optional<Function> named(String name) {
    return Arrays.stream(values())
        .filter(function -> function.written().equals(name.toLowerCase(Locale.ROOT)))
        .findFirst();
  }

  static List<String> names() {
    return Arrays.stream(values()).map(Function::written).toList();
  }
}
