package elmtable.language;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PrinterTest {
  private static String canonical(String text) {
    return Printer.print(DocumentParser.parse(text));
  }

  @Test
  void printsTheOneForm() {
    String written =
        """
        # about the suite
        SUITE  Firing requests
        >Members ask.
          Tags:booking ,  slow


        Case one
        Data
        |a|b
        |1 | two \\? |
        # a comment does not divide

        | x |

        | wide 窯 | é |
        steps
        |press|Send|? a|
        """;
    String expected =
        """
        # about the suite
        suite Firing requests
        > Members ask.
        tags: booking, slow

        case one
        data
        | a | b      |
        | 1 | two \\? |
        # a comment does not divide

        | x |

        | wide 窯 | é |
        steps
        | press | Send | ? a |
        """;
    assertEquals(expected, canonical(written));
    assertEquals(expected, canonical(expected));
  }

  @Test
  void theMainSectionsWordIsAlwaysPrinted() {
    assertEquals("case one\nsteps\n| press | Send |\n", canonical("case one\n| press | Send |"));
  }

  @Test
  void rowsArePaddedToDisplayWidth() {
    assertEquals(
        "case a\nsteps\n| 窯  | x |\n| abc | y |\n", canonical("case a\nsteps\n|窯|x|\n|abc|y|\n"));
  }

  @Test
  void linesThatCannotBeReadStayAsTheyAre() {
    String text = "case one\nthis is nothing\nsteps\n| press | Send |\n";
    assertEquals(text, canonical(text));
  }

  /**
   * The law: printing what was read of a printed document gives the same bytes, whatever was
   * written at first.
   */
  @Test
  void printingIsItsOwnInverse() {
    Random random = new Random(2026);
    for (int i = 0; i < 1_000; i++) {
      String written = new RandomDocuments(random).document();
      String once = canonical(written);
      assertEquals(once, canonical(once), "of\n" + written);
    }
  }

  /** Whatever is done to a document, it is read to its end, and every word of it is still there. */
  @Test
  void brokenDocumentsAreReadToTheirEnd() {
    Random random = new Random(7);
    for (int i = 0; i < 1_000; i++) {
      String broken = mutated(new RandomDocuments(random).document(), random);
      assertEquals(letters(broken), letters(canonical(broken)), "of\n" + broken);
    }
  }

  private static String mutated(String text, Random random) {
    StringBuilder mutated = new StringBuilder(text);
    for (int n = 0; n < 12 && !mutated.isEmpty(); n++) {
      int at = random.nextInt(mutated.length());
      switch (random.nextInt(3)) {
        case 0 -> mutated.deleteCharAt(at);
        case 1 -> mutated.insert(at, "|<>:\n\\#\t".charAt(random.nextInt(8)));
        default -> mutated.insert(at, mutated.substring(at, Math.min(mutated.length(), at + 20)));
      }
    }
    return mutated.toString();
  }

  /** Printing changes blanks, pipes and backslashes, and writes the words of main sections. */
  private static String letters(String text) {
    return text.replaceAll("(?im)^[ \t]*(steps|rows|elements|values)[ \t]*$", "")
        .toLowerCase(Locale.ROOT)
        .replaceAll("[^a-z0-9]", "");
  }

  @Test
  void blocksThatDidNotChangeAreTheSameObjects() {
    String text =
        "suite A\n\ncase one\nsteps\n| press | Send |\n\ncase two\nsteps\n| press | Back |\n";
    Document before = DocumentParser.parse(text);
    Document after = DocumentParser.parse(text.replace("Send", "Save"), text, before);
    assertSame(before.blocks().get(2).block(), after.blocks().get(2).block());
    Document moved = DocumentParser.parse("# first\n\n" + text, text, before);
    assertEquals(
        List.of(2, 4, 8), moved.blocks().stream().map(Document.LocatedBlock::firstLine).toList());
    assertSame(before.blocks().get(1).block(), moved.blocks().get(1).block());
  }
}
