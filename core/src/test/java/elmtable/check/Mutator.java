package elmtable.check;

import elmtable.data.Workbooks;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Damages texts and files at random, the same way for the same seed. */
final class Mutator {
  private static final String SIGNS =
      "|<>\\[](){}=?*!'\"/,.:;#@&%+-_ \t\n\r0123456789aeE€ß\uFEFF\uFFFD\u202E😀";
  private static final List<String> PIECES =
      List.of(
          "<lookup('members', 'x', 'y')>",
          "<1 + ",
          "<(((((((((",
          "* x, i in ",
          "=> a, a",
          "! tries 9 every 9h",
          "? not not not ",
          "999999999999999999999999",
          "-1",
          "1e309",
          "case ",
          "data\n",
          "after: x by row\n",
          "fixtures: a => b, \"c, d\" <e>\n",
          "range: B3:D\n",
          "combine: all of a, b\n",
          "limits of: x number 1 to 2\n",
          "like: local\n",
          "in",
          "@fixture(a_b)",
          "\"\"\"",
          "Examples:\n");

  private final Random random;

  Mutator(long seed) {
    this.random = new Random(seed);
  }

  int below(int bound) {
    return random.nextInt(Math.max(1, bound));
  }

  <T> T oneOf(List<T> all) {
    return all.get(below(all.size()));
  }

  /** A text with up to ten edits. */
  String text(String text, List<String> others) {
    StringBuilder changed = new StringBuilder(text);
    for (int i = below(10); i >= 0; i--) {
      edit(changed, others);
    }
    return changed.toString();
  }

  private void edit(StringBuilder text, List<String> others) {
    int at = below(text.length() + 1);
    int end = Math.min(text.length(), at + below(40));
    switch (below(7)) {
      case 0 -> text.delete(at, end);
      case 1 -> text.insert(at, SIGNS.charAt(below(SIGNS.length())));
      case 2 -> text.insert(at, oneOf(PIECES));
      case 3 -> text.insert(below(text.length() + 1), text.substring(at, end));
      case 4 -> text.setLength(at);
      case 5 -> {
        String other = oneOf(others);
        int from = below(other.length() + 1);
        text.insert(at, other, from, Math.min(other.length(), from + below(400)));
      }
      default -> lines(text);
    }
  }

  /** Takes a line away, doubles it or moves it. */
  private void lines(StringBuilder text) {
    List<String> lines = new ArrayList<>(Arrays.asList(text.toString().split("\n", -1)));
    String line = lines.remove(below(lines.size()));
    for (int i = below(3); i > 0; i--) {
      lines.add(below(lines.size() + 1), line);
    }
    text.setLength(0);
    text.append(String.join("\n", lines));
  }

  /** Bytes with up to twenty of them changed, or cut off. */
  byte[] bytes(byte[] bytes) {
    byte[] changed = bytes.clone();
    for (int i = below(20); i >= 0 && changed.length > 0; i--) {
      changed[below(changed.length)] = (byte) below(256);
    }
    return below(4) == 0 ? Arrays.copyOf(changed, below(changed.length)) : changed;
  }

  /** An archive with one part changed as a text, or gone. */
  byte[] part(byte[] archive) {
    Map<String, byte[]> parts = Workbooks.parts(archive);
    String name = oneOf(List.copyOf(parts.keySet()));
    if (below(5) == 0) {
      parts.remove(name);
    } else {
      String text = new String(parts.get(name), StandardCharsets.UTF_8);
      parts.put(
          name,
          (below(2) == 0 ? text(text, List.of(text)) : numbers(text))
              .getBytes(StandardCharsets.UTF_8));
    }
    return Workbooks.packed(parts);
  }

  /** Other numbers in the places of those that count, point at others or repeat. */
  private String numbers(String text) {
    List<String> numbers =
        List.of("0", "-1", "7", "99999", "2147483647", "1048577", "x", "", "1e9", "4294967296");
    StringBuilder changed = new StringBuilder();
    int from = 0;
    for (int i = 0; i < text.length(); i++) {
      boolean digit = Character.isDigit(text.charAt(i));
      if (digit && below(30) == 0) {
        changed.append(text, from, i).append(oneOf(numbers));
        from = i + 1;
      }
    }
    return changed.append(text.substring(from)).toString();
  }
}
