package elmtable.language;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;

import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.SourceText;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ParserTest {
  private static Block block(String text) {
    return DocumentParser.parse(text).blocks().get(0).block();
  }

  private static Step step(String row) {
    return block("case a\nsteps\n" + row + "\n").steps(Section.STEPS).get(0);
  }

  @Test
  void aBlockHasItsNotesPropertiesAndSections() {
    Block block =
        block(
            "case <a> of <b>\n> One.\n> Two.\ntags: smoke, slow\ndata\n> of the data\ntags: x\n| a | b |\n| 1 | 2 |\n"
                + "steps\n| press | Send |\n");
    assertEquals("One.\nTwo.", block.noteText());
    assertEquals(List.of("smoke", "slow"), block.list("tags"));
    SectionBody data = block.section(Section.DATA).orElseThrow();
    assertEquals("x", data.properties().get(0).value());
    assertEquals("of the data", data.notes().get(0).text());
    assertEquals(1, data.body().size());
    assertEquals(1, block.steps(Section.STEPS).size());
  }

  @Test
  void commentsDirectlyAboveAHeaderBelongToItsBlock() {
    Document document =
        DocumentParser.parse("# far\n\n# near\ncase a\nsteps\n| x |\n# next\ncase b\n");
    assertEquals(1, document.preamble().stream().filter(Line.Comment.class::isInstance).count());
    assertEquals(" near", document.blocks().get(0).block().above().get(0).text());
    assertEquals(" next", document.blocks().get(1).block().above().get(0).text());
    assertEquals(3, document.blocks().get(0).headerLine());
  }

  @Test
  void aStepHasArgumentsAndMarks() {
    Step step =
        step(
            "| read text | Price | | ? a > 1 | * m in members | => x, y | ! soft, within 1.5s, tries 3, quiet | |");
    assertEquals("read text", step.first().source());
    assertEquals(1, step.arguments().size());
    assertEquals("a > 1", step.mark(Mark.OnlyIf.class).formula().source());
    assertEquals("members", step.mark(Mark.ForEach.class).list());
    assertEquals(List.of("x", "y"), step.mark(Mark.Keep.class).names());
    Mark.Options options = step.mark(Mark.Options.class);
    assertEquals(
        new Mark.Options(
            true, Duration.ofMillis(1500), 3, Duration.ZERO, true, false, options.cell()),
        options);
    assertEquals(List.of(), step.problems());
  }

  @Test
  void aSignWithoutABlankOrWithABackslashIsNoMark() {
    assertNull(step("| log | ?x |").mark(Mark.OnlyIf.class));
    assertNull(step("| log | \\? x |").mark(Mark.OnlyIf.class));
  }

  @ParameterizedTest
  @CsvSource({"500ms, 500", "30s, 30000", "1.5m, 90000", "2h, 7200000", "0.25s, 250"})
  void durationsAreRead(String text, long millis) {
    assertEquals(millis, Durations.read(text).orElseThrow().toMillis());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "UNREADABLE_LINE 1:1 ! nonsense here\\ncase a",
        "UNREADABLE_LINE 2:3 ! case a\\n  case b",
        "UNREADABLE_LINE 2:1 ! case a\\nno colon in this line",
        "NAMELESS_BLOCK 1:1 ! keyword",
        "UNKNOWN_PROPERTY 2:1 ! case a\\ntaggs: x",
        "UNKNOWN_SECTION 2:1 ! page a\\nsteps",
        "DOUBLE_PROPERTY 3:1 ! case a\\ntags: x\\ntags: y",
        "EMPTY_PROPERTY 2:1 ! case a\\ntags:",
        "DOUBLE_SECTION 3:1 ! case a\\nsteps\\nsteps",
        "SECOND_SUITE 2:7 ! suite a\\nsuite b",
        "CASE_BEFORE_SUITE 1:6 ! case a\\nsuite b",
        "UNKNOWN_HOOK_MOMENT 1:6 ! hook before kase",
        "BAD_NAME 1:10 ! keyword a|b",
        "UNKNOWN_COLUMN_NAME 3:10 ! keyword a\\ntakes\\n| name | kinds |",
        "MISSING_COLUMN 3:1 ! page a\\nelements\\n| element | by |",
        "DOUBLE_COLUMN 3:7 ! case a\\ndata\\n| a | A |",
        "SHORT_OR_LONG_ROW 4:1 ! case a\\ndata\\n| a | b |\\n| 1 |",
        "SHORT_OR_LONG_ROW 4:11 ! case a\\ndata\\n| a | b |\\n| 1 | 2 | 3 |",
        "UNCLOSED_ROW 3:1 ! case a\\nsteps\\n| press | Send",
        "UNREADABLE_LINE 2:1 ! browser a\\n| row |",
      })
  void everyMistakeOfTheGrammarIsNamedAtItsPlace(String expected, String text) {
    List<String> found =
        DocumentParser.parse(text.replace("\\n", "\n")).allProblems().stream()
            .map(p -> p.problem() + " " + (p.range().line() + 1) + ":" + (p.range().start() + 1))
            .toList();
    assertEquals(List.of(expected), found);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "case a\\n  case b",
        "case a\\ntaggs: x",
        "case a\\nsteps\\n| press | Send",
        "hook before kase",
        "keyword a\\ntakes\\n| name | knd |",
        "kase a",
        "case a\\nno colon here at all",
      })
  void aFixMendsItsProblem(String broken) {
    String text = broken.replace("\\n", "\n");
    Diagnostic problem = DocumentParser.parse(text).allProblems().get(0);
    String mended = SourceText.apply(text, problem.fixes().get(0).edits());
    List<Problem> left =
        DocumentParser.parse(mended).allProblems().stream().map(Diagnostic::problem).toList();
    assertEquals(List.of(), left, problem.fixes().get(0).label() + " made\n" + mended);
  }

  /** Words that open blocks, end them, or belong to one or the other as it comes. */
  private static final List<String> LINES =
      List.of("suite s", "case a", "case b", "# c", "", "steps", "| log | x |", "> n", "", "# d");

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void whatIsReadAfterAnEditIsWhatIsReadAnew(long seed) {
    Random random = new Random(seed);
    List<String> lines = new ArrayList<>(LINES);
    String text = String.join("\n", lines);
    Document document = DocumentParser.parse(text);
    for (int edit = 0; edit < 2_000; edit++) {
      int from = random.nextInt(lines.size() + 1);
      int to = Math.min(lines.size(), from + random.nextInt(4));
      List<String> replaced = lines.subList(from, to);
      replaced.clear();
      for (int i = random.nextInt(lines.size() > 40 ? 2 : 5); i > 0; i--) {
        replaced.add(LINES.get(random.nextInt(LINES.size())));
      }
      String now = String.join("\n", lines);
      document = DocumentParser.parse(now, text, document);
      text = now;
      assertEquals(DocumentParser.parse(text), document, "seed " + seed + ":\n" + text);
      Set<Block> blocks = Collections.newSetFromMap(new IdentityHashMap<>());
      document.blocks().forEach(located -> blocks.add(located.block()));
      assertEquals(document.blocks().size(), blocks.size(), "none stands at two places");
    }
  }

  @Test
  void blocksThatAnEditDoesNotTouchStayWhatTheyAre() {
    String text = "suite s\n\ncase a\nsteps\n\n# of b\ncase b\nsteps\n\ncase c\nsteps\n";
    Document before = DocumentParser.parse(text);
    String moved = text.replace("case a\n", "case a\n> A note.\n");
    Document after = DocumentParser.parse(moved, text, before);
    for (int i : List.of(0, 2, 3)) {
      assertSame(before.blocks().get(i).block(), after.blocks().get(i).block());
    }
    assertEquals(before.blocks().get(3).firstLine() + 1, after.blocks().get(3).firstLine());
  }
}
