package elmtable.language;

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
    List<Part> parts = new ArrayList<>();
    int start = 0;
    for (String written : value.split(",")) {
      if (!written.isBlank()) {
        int blanks = written.length() - written.stripLeading().length();
        parts.add(new Part(written.strip(), start + blanks));
      }
      start += written.length() + 1;
    }
    return parts;
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
