package elmtable.server.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.data.source.ProjectFiles;
import elmtable.intake.ManualScenario;
import elmtable.intake.ManualScenario.Part;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.intake.SentenceMatcher;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What can be said of a scenario")
class SentenceStatesTest {
  /** Two pages, each with an element of the same name. */
  private static final String PAGES = page("Basket") + page("Office");

  private static String page(String name) {
    return "page " + name + "\nelements\n| element | by | locator |\n| Search | id | s |\n\n";
  }

  private static List<List<String>> cells(IntakeNotes notes, String... sentences) {
    Project project =
        Project.of(Map.of("p.elmt", PAGES), ProjectFiles.NONE, BuiltInKeywords.registry());
    ManualScenario scenario =
        new ManualScenario(
            "A-1",
            false,
            "Look around",
            1,
            Stream.of(sentences).map(text -> new Sentence(Part.STEP, text)).toList());
    return new SentenceStates(new SentenceMatcher(project, Map.of()), notes)
        .of(scenario).stream().map(view -> view.cells()).toList();
  }

  @Test
  void aSentenceIsAboutThePageThatWasNamedLast() {
    assertEquals(
        List.of(
            List.of("open", "Office"),
            List.of("press", "Office/Search"),
            List.of("open", "Basket"),
            List.of("press", "Basket/Search")),
        cells(
            IntakeNotes.none(), "Open the office", "Press Search", "Open Basket", "Press Search"));
  }

  @Test
  void whatWasDecidedStandsOnEveryPage() {
    IntakeNotes decided =
        new IntakeNotes(null, Map.of("Press Search", List.of("log", "x")), null, null);
    assertEquals(
        List.of(List.of("open", "Office"), List.of("log", "x")),
        cells(decided, "Open the office", "Press Search"));
  }
}
