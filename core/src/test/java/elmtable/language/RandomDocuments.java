package elmtable.language;

import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Makes up documents, untidy as people write them. */
final class RandomDocuments {
  private static final List<String> WORDS =
      List.of(
          "press",
          "Send",
          "<shelves>",
          "enter",
          "7",
          "a \\| b",
          "窯",
          "é",
          "\\<b",
          "name=x",
          "=> kept",
          "? a = 1",
          "",
          "! soft");

  private final Random random;

  RandomDocuments(Random random) {
    this.random = random;
  }

  String document() {
    StringBuilder text = new StringBuilder();
    text.append("# above all\n".repeat(random.nextInt(2))).append("\n".repeat(random.nextInt(3)));
    for (int n = random.nextInt(5); n > 0; n--) {
      block(text);
    }
    return text.toString();
  }

  private void block(StringBuilder text) {
    BlockKind kind = pick(List.of(BlockKind.values()));
    text.append("# comment\n".repeat(random.nextInt(2)));
    text.append(random.nextBoolean() ? kind.word() : kind.word().toUpperCase(Locale.ROOT));
    text.append("  ").append("name ").append(random.nextInt(99)).append('\n');
    for (int n = random.nextInt(3); n > 0; n--) {
      text.append(pick(List.of("> a note\n", ">\n", "  > more\n", "\n", "# in between\n")));
      text.append(pick(kind.properties())).append(random.nextBoolean() ? ":" : " : ");
      text.append(pick(List.of("x", "a,b ,c", "yes"))).append('\n');
    }
    for (Section section : kind.sections()) {
      if (random.nextBoolean()) {
        text.append(" ".repeat(random.nextInt(2))).append(section.word()).append('\n');
        rows(text);
      }
    }
    text.append("\n".repeat(random.nextInt(4)));
  }

  private void rows(StringBuilder text) {
    for (int n = random.nextInt(5); n > 0; n--) {
      text.append(" ".repeat(random.nextInt(2))).append('|');
      for (int cells = 1 + random.nextInt(4); cells > 0; cells--) {
        boolean open = cells == 1 && random.nextInt(5) == 0;
        text.append(" ".repeat(random.nextInt(3))).append(pick(WORDS)).append(open ? "" : " |");
      }
      text.append('\n').append(pick(List.of("", "", "", "\n", "# c\n", "> n\n")));
    }
  }

  private <T> T pick(List<T> all) {
    return all.get(random.nextInt(all.size()));
  }
}
