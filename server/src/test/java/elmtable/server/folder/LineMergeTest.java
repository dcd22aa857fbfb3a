package elmtable.server.folder;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.server.service.LineDifference;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LineMergeTest {
  private static String lines(Random random) {
    StringBuilder text = new StringBuilder();
    for (int i = random.nextInt(8); i > 0; i--) {
      text.append((char) ('a' + random.nextInt(4))).append('\n');
    }
    return text.toString();
  }

  @Test
  void aDifferenceLeadsFromOneTextToTheOther() {
    Random random = new Random(1);
    for (int i = 0; i < 2_000; i++) {
      String from = lines(random) + (random.nextBoolean() ? "x" : "");
      String to = lines(random) + (random.nextBoolean() ? "y" : "");
      assertEquals(to, LineDifference.between(from, to).apply(from));
    }
  }

  @Test
  void whatOnlyOneSideChangedIsTakenOver() {
    Random random = new Random(2);
    for (int i = 0; i < 2_000; i++) {
      String base = lines(random);
      String changed = lines(random);
      assertEquals(changed, LineMerge.merge(base, changed, base).text());
      assertEquals(changed, LineMerge.merge(base, base, changed).text());
      assertEquals(changed, LineMerge.merge(base, changed, changed).text());
    }
  }

  @Test
  void noLineOfEitherSideIsLost() {
    Random random = new Random(3);
    for (int i = 0; i < 2_000; i++) {
      String base = lines(random);
      String document = lines(random) + "mine\n";
      String file = "theirs\n" + lines(random);
      String merged = LineMerge.merge(base, document, file).text();
      assertTrue(merged.contains("mine\n") && merged.contains("theirs\n"), merged);
    }
  }

  @Test
  void changesOfDifferentLinesMergeAndOfTheSameStandBoth() {
    assertEquals("A\nb\nC\n", LineMerge.merge("a\nb\nc\n", "A\nb\nc\n", "a\nb\nC\n").text());
    LineMerge.Merged both = LineMerge.merge("a\n", "b\n", "c");
    assertEquals("<<<<<<< Elm Table\nb\n=======\nc\n>>>>>>> folder\n", both.text());
    assertEquals(1, both.conflicts());
  }
}
