package elmtable.language;

import elmtable.formula.Escapes;
import java.util.ArrayList;
import java.util.List;

/** Lists in properties. */
public final class Lists {
  private Lists() {}

  /** The parts between commas, without blanks round them and without empty ones. */
  public static List<String> split(String value) {
    return parts(value).stream().map(Part::text).toList();
  }

  /** The same with the places where they stand. */
  public static List<Part> parts(String value) {
    return parts(value, 0);
  }

  /** Those of a list that begins behind other words. */
  public static List<Part> parts(String value, int behind) {
    List<Part> parts = new ArrayList<>();
    int start = behind;
    for (String written : value.substring(behind).split(",")) {
      add(written, start, parts);
      start += written.length() + 1;
    }
    return parts;
  }

  /** The parts between commas that stand neither in a reference nor in double quotes. */
  public static List<Part> outerParts(String value) {
    List<Part> parts = new ArrayList<>();
    boolean quoted = false;
    int start = 0;
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      if (c == '"') {
        quoted = !quoted;
      } else if (c == '<' && !quoted) {
        i = Math.max(i, Escapes.referenceEnd(value, i));
      } else if (c == ',' && !quoted) {
        add(value.substring(start, i), start, parts);
        start = i + 1;
      }
    }
    add(value.substring(start), start, parts);
    return parts;
  }

  private static void add(String written, int start, List<Part> parts) {
    if (!written.isBlank()) {
      int blanks = written.length() - written.stripLeading().length();
      parts.add(new Part(written.strip(), start + blanks));
    }
  }

  /**
   * One part of a list.
   *
   * @param start where it begins in the list's value
   */
  public record Part(String text, int start) {
    public int end() {
      return start + text.length();
    }
  }
}
