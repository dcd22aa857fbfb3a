package elmtable.language;

import java.util.Arrays;
import java.util.List;

/** Lists in properties. */
public final class Lists {
  private Lists() {}

  /** The parts between commas, without blanks round them and without empty ones. */
  public static List<String> split(String value) {
    return Arrays.stream(value.split(","))
        .map(String::strip)
        .filter(part -> !part.isEmpty())
        .toList();
  }
}
