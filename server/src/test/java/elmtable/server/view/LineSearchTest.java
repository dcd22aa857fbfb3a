package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.server.message.ProjectMessages.FoundLine;
import elmtable.server.message.ProjectMessages.FoundLines;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Looking for a text in all documents. */
class LineSearchTest {
  private static final String LONG = "x".repeat(200);

  private static final Project PROJECT =
      Project.of(
          Map.of(
              "a.elmt",
              "case First\nsteps\n| open  | Kilns (1) |\n| press | Kilns; kilns |\n\ncase Kilns\n",
              "b.feature",
              "Feature: Firings\n\n  Scenario: One\n    Given I open the kilns",
              "c.elmt",
              "data wide\nrows\n| n |\n| %s kiln (1) %s |\n".formatted(LONG, LONG)),
          ProjectFiles.NONE,
          BuiltInKeywords.registry());

  private static FoundLines search(String text) {
    return LineSearch.of(PROJECT, text, 3);
  }

  @Test
  void eachLineIsFoundOnceInTheOrderOfDocuments() {
    assertEquals(
        List.of(
            new FoundLine("a.elmt", 3, "First", "| open | Kilns (1) |"),
            new FoundLine("a.elmt", 4, "First", "| press | Kilns; kilns |"),
            new FoundLine("a.elmt", 6, "Kilns", "case Kilns")),
        search("kilns").lines());
  }

  @Test
  void thoseThatAreNotToldAreCounted() {
    assertEquals(4, search("KILNS").count());
    assertEquals(new FoundLines(0, List.of()), search("klins"));
  }

  @Test
  void theLastLineNeedsNoEnd() {
    assertEquals(
        new FoundLine("b.feature", 4, "One", "Given I open the kilns"),
        search("i open").lines().getFirst());
  }

  @Test
  void whatIsLookedForIsNoPatternAndALongLineIsCutRoundIt() {
    List<FoundLine> found = search("(1)").lines();
    assertEquals(2, found.size());
    String text = found.getLast().text();
    assertEquals("…" + "x".repeat(54) + " kiln (1) " + "x".repeat(59) + "…", text);
  }
}
