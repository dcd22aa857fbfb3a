package elmtable.gherkin;

import java.util.ArrayList;
import java.util.List;

/** Indentation of free text. */
final class Indents {
  private Indents() {}

  /** The lines without the indentation that they share, and without blank ones at both ends. */
  static String removed(List<String> lines) {
    List<String> text = new ArrayList<>(lines);
    while (!text.isEmpty() && text.get(0).isBlank()) {
      text.remove(0);
    }
    while (!text.isEmpty() && text.get(text.size() - 1).isBlank()) {
      text.remove(text.size() - 1);
    }
    int common =
        text.stream().filter(line -> !line.isBlank()).mapToInt(Indents::of).min().orElse(0);
    return String.join(
        "\n", text.stream().map(line -> line.substring(Math.min(common, line.length()))).toList());
  }

  private static int of(String line) {
    return line.length() - line.stripLeading().length();
  }
}
