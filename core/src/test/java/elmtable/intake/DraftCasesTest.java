package elmtable.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.intake.ManualScenario.Part;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.intake.ScenarioSheet.Column;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Severity;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Sheets of manual scenarios, and the cases that are drafted of them")
class DraftCasesTest {
  private static final String SHEET =
      """
      data sheet
      | No | Title | Preconditions | Steps | Expected result |
      | A1 | Send an order | Somebody is signed in | 1. Open it. 2. Press Send. | It says "Done" |
      | | | | And look | |
      | A2 | Send an order | | - Press Send | |
      """;

  private static List<ManualScenario> scenarios() {
    return scenarios(SHEET);
  }

  private static List<ManualScenario> scenarios(String sheet) {
    Project project = TestProjects.of(sheet);
    var source =
        project.dataSet(project.index().dataSet("sheet").orElseThrow()).source().orElseThrow();
    assertEquals(1, project.index().dataSets().size());
    assertEquals(
        BlockKind.DATA_SET, project.index().dataSets().iterator().next().located().block().kind());
    return ScenarioSheet.read(source, ScenarioSheet.guess(source));
  }

  @Test
  void columnsAreGuessedByTheirHeadings() {
    assertEquals(
        Map.of(
            Column.KEY, "Test ID",
            Column.TITLE, "Summary",
            Column.PRECONDITIONS, "Given",
            Column.STEPS, "Test steps",
            Column.EXPECTED, "Expected outcome"),
        ScenarioSheet.guess(
            List.of("Owner", "Test ID", "Summary", "Given", "Test steps", "Expected outcome")));
    assertEquals(Map.of(), ScenarioSheet.guess(List.of("Alpha", "Beta")));
  }

  @Test
  void aSheetIsReadSentenceBySentence() {
    List<ManualScenario> scenarios = scenarios();
    assertEquals(2, scenarios.size());
    assertEquals(
        List.of(
            new Sentence(Part.PRECONDITION, "Somebody is signed in"),
            new Sentence(Part.STEP, "Open it"),
            new Sentence(Part.STEP, "Press Send"),
            new Sentence(Part.EXPECTED, "It says \"Done\""),
            new Sentence(Part.STEP, "And look")),
        scenarios.get(0).sentences());
    assertEquals("A2", scenarios.get(1).key());
  }

  @Test
  void rowsThatRepeatTheirScenarioGoOnWithIt() {
    List<ManualScenario> scenarios =
        scenarios(
            """
            data sheet
            | No | Title | Steps |
            | A1 | Send an order | Open it |
            | A1 | Send an order | Press Send |
            | A1 | | Look |
            | A2 | Send an order | Press Send |
            """);
    assertEquals(
        List.of("Open it", "Press Send", "Look"),
        scenarios.get(0).sentences().stream().map(Sentence::text).toList());
    assertEquals(List.of("A1", "A2"), scenarios.stream().map(ManualScenario::key).toList());
  }

  @Test
  void scenariosThatTheSheetCallsAlikeAreToldApart() {
    List<ManualScenario> scenarios =
        scenarios(
            """
            data sheet
            | No | Title | Steps |
            | A1 | Send an order | Press Send |
            | A2 | Cancel it | Press Cancel |
            | A1 | Send two | Press Send twice |
            | A1 | Send three | Press Send thrice |
            """);
    assertEquals(
        List.of("A1", "A2", "A1 (2)", "A1 (3)"),
        scenarios.stream().map(ManualScenario::key).toList());
    assertEquals(
        List.of(false, false, true, true),
        scenarios.stream().map(ManualScenario::repeated).toList());
    assertEquals("Send two", scenarios.get(2).title());
  }

  @Test
  void aPlanningGridHasCasesDownAndActionsAcross() {
    List<ManualScenario> scenarios =
        scenarios(
            """
            data sheet
            | No | Case | Open the shop | Press Send | Look at the list | Cancel it |
            | 7 | Send twice | 1 | 2, 4 | 3 | |
            | 8 | Only looking | x | | x | |
            | 9 | Nothing | | | | |
            """);
    assertEquals(
        List.of("Open the shop", "Press Send", "Look at the list", "Press Send"),
        scenarios.get(0).sentences().stream().map(Sentence::text).toList());
    assertEquals(
        List.of("Open the shop", "Look at the list"),
        scenarios.get(1).sentences().stream().map(Sentence::text).toList());
    assertEquals(List.of(), scenarios.get(2).sentences());
    assertEquals(
        List.of("7 Send twice", "8 Only looking", "9 Nothing"),
        scenarios.stream().map(each -> each.key() + " " + each.title()).toList());
  }

  @Test
  void aSheetWithSentencesIsNoGridThoughItHasNumbers() {
    List<ManualScenario> scenarios =
        scenarios(
            """
            data sheet
            | Title | Priority | Steps | Weeks |
            | Send an order | 1 | Press Send | 2 |
            """);
    assertEquals(List.of(new Sentence(Part.STEP, "Press Send")), scenarios.get(0).sentences());
  }

  @Test
  void draftsKeepTheLinkToTheirScenarioAndAreReadAsDrafts() {
    String text =
        DraftCases.suite(
            "Orders | all",
            "intake/orders.xlsx",
            scenarios(),
            scenario ->
                scenario.sentences().stream()
                    .map(sentence ->
                        sentence.text().startsWith("Press")
                            ? Optional.of(List.of("log", "a|b <c>"))
                            : Optional.<List<String>>empty())
                    .toList());
    assertEquals(
        """
        suite Orders all

        case Send an order
        draft: yes
        scenario: intake/orders.xlsx / A1
        set-up
        | Somebody is signed in |
        steps
        | Open it        |           |
        | log            | a\\|b \\<c> |
        | It says "Done" |           |
        | And look       |           |

        case Send an order 2
        scenario: intake/orders.xlsx / A2
        steps
        | log | a\\|b \\<c> |
        """,
        text);
    CheckedProject checked = CheckedProject.of(TestProjects.of(text));
    assertEquals(
        List.of(),
        checked.problems().values().stream()
            .flatMap(List::stream)
            .filter(problem -> problem.severity() == Severity.ERROR)
            .map(problem -> problem.message())
            .toList());
  }
}
