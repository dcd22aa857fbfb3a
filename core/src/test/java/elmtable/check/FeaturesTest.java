package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.block.FixtureList;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Features in a project")
class FeaturesTest {
  private static final String KEYWORDS =
      """
      keyword request
      phrase: I request <shelves> shelves
      takes
      | name    | kind   |
      | shelves | number |
      steps
      | log | <shelves> |

      keyword note
      phrase: I write
      takes
      | name |
      | text |
      steps
      | log | <text> |

      keyword list
      phrase: these members
      takes
      | name    | kind  |
      | members | table |
      steps
      | log | <m/name> | * m in members |

      data loads
      | shelves | load |
      | 3       | x    |
      | 4       | y    |
      """;

  private static Project project(String feature) {
    return TestProjects.of(Map.of("k.elmt", KEYWORDS, "a.feature", feature), Map.of());
  }

  private static List<String> problems(Project project) {
    return TestProjects.problems(project, "a.feature").stream()
        .map(p -> p.problem().code() + " " + (p.range().line() + 1) + ": " + p.message())
        .toList();
  }

  private static Plan plan(Project project) {
    return Planner.plan(CheckedProject.of(project), Selection.everything());
  }

  @Test
  void becomeSuites() {
    Project project =
        project(
            """
            @booking @fixture(signed-in)
            Feature: Requests
              Note.
              Background:
                Given I write
                  \"""
                  = open
                  \"""
              @smoke
              Scenario: one
                When I request 1 shelves
                And these members
                  | name |
                  | Olga |
              Scenario Outline: <shelves> shelves
                When I request <shelves> shelves
                @few
                Examples:
                  | shelves |
                  | 1       |
                  | 2       |
                @data(loads) @many
                Examples:
                  | shelves |
              Scenario: one
                When I request 7 shelves
              @draft
              Scenario: later
                When I dance
            """);
    SuiteEntry suite = project.index().suites().get(0);
    assertEquals("Requests", suite.name());
    assertEquals("Note.", suite.block().orElseThrow().noteText());
    assertEquals(
        List.of("signed-in"),
        suite.cases().get(0).fixtures().stream().map(FixtureList.Use::name).toList());
    assertEquals(
        List.of(
            "N112 1: Fixture “signed-in” not found.",
            "N103 29: Keyword “I dance” not found. Make one, or choose another."),
        problems(project).stream().map(p -> p.replaceAll(" Did you.*", "")).toList());
    assertEquals(
        List.of("one", "1 shelves", "2 shelves", "3 shelves", "4 shelves", "one #2"),
        plan(project).executables().map(ExecutableCase::name).toList());
    assertEquals(
        List.of("booking", "many"),
        plan(project).executables().skip(3).findFirst().orElseThrow().tags());
  }

  @Test
  void bindEachRowOfAnOutlineAnew() {
    Project project =
        project(
            """
            Feature: Requests
              Scenario Outline: a <what>
                When I <what> <n> shelves
                Examples:
                  | what    | n |
                  | request | 2 |
                  | steal   | 2 |
                  | request | x |
            """);
    assertEquals(2, problems(project).size(), problems(project).toString());
    assertTrue(problems(project).get(0).startsWith("N130 3: "), problems(project).toString());
    List<String> faults = plan(project).executables().map(ExecutableCase::fault).toList();
    assertEquals("", faults.get(0));
    assertTrue(faults.get(1).contains("I steal 2 shelves"), faults.toString());
    assertTrue(faults.get(2).contains("I request x shelves"), faults.toString());
  }

  @Test
  void keepWhatIsNoReferenceOfOurs() {
    Project project =
        project(
            """
            Feature: Text
              Scenario: angles
                When I write
                  \"""
                  <b> and <not known> and a=b | c \\n
                  \"""
            """);
    assertEquals(List.of(), problems(project));
  }

  @Test
  void checkTablesAndExternalRows() {
    Project project =
        project(
            """
            Feature: Data
              Scenario Outline: a
                When I request <shelves> shelves
                  | no | table |
                @data(nothing)
                Examples:
                @data(loads)
                Examples:
                  | shelfs |
                  | 1      |
            """);
    assertEquals(
        List.of("S102 4", "N107 5", "D107 9", "D104 10"),
        problems(project).stream().map(p -> p.substring(0, p.indexOf(':'))).toList());
  }

  @Test
  void takeOverBlocksThatOnlyMoved() {
    Project before = project("Feature: a\n  Scenario: b\n    When I request 1 shelves\n");
    Project after =
        before.with("a.feature", "Feature: a\n\n\n  Scenario: b\n    When I request 1 shelves\n");
    assertEquals(
        before.document("a.feature").orElseThrow().document().blocks().get(1).block(),
        after.document("a.feature").orElseThrow().document().blocks().get(1).block());
    assertEquals(List.of(), problems(after));
  }

  @Test
  void runExamplesInTheirOwnWay() {
    Project project =
        TestProjects.of(
            Map.of(
                "k.elmt",
                KEYWORDS
                    + """

                    browser small
                    kind: chrome

                    browser wide
                    kind: chrome

                    fixture signed in
                    set-up
                    | log | x |
                    """,
                "a.feature",
                """
                Feature: Requests
                  @smoke
                  Scenario Outline: <shelves> shelves
                    When I request <shelves> shelves
                    And I request <shelves> shelves
                    And I request <shelves> shelves
                    And I request <shelves> shelves
                    Examples:
                      | shelves |
                      | 1       |
                    @fixture(signed-in) @browser(wide) @many
                    Examples: many
                      | shelves |
                      | 20      |
                      | 30      |
                    @draft @browser(gone)
                    Examples:
                      | shelves |
                      | 99      |
                    @browser
                    Examples:
                      | shelves |
                      | 2       |
                """),
            Map.of());
    assertEquals(
        List.of(
            "N116 16: Browser “gone” not found.",
            "G103 20: “@browser” names nothing, so it is an ordinary tag; write @browser(name)."),
        problems(project).stream().map(p -> p.replaceAll(" Did you.*", "")).toList());
    List<ExecutableCase> all = plan(project).executables().toList();
    assertEquals(List.of("", "", "", ""), all.stream().map(ExecutableCase::fault).toList());
    assertEquals(
        List.of(
            "1 shelves in small",
            "2 shelves in small",
            "20 shelves, many in wide",
            "30 shelves, many in wide"),
        all.stream().map(one -> one.name() + " in " + one.browser()).toList());
    assertEquals(List.of("smoke", "many"), all.get(2).tags());
    assertEquals(
        List.of("signed-in"),
        all.get(2).entry().fixtures().stream().map(FixtureList.Use::name).toList());
    assertEquals(List.of(), all.get(0).entry().fixtures());
  }

  @Test
  void offerAKeywordForASentenceOfAnOutline() {
    Project project =
        project(
            """
            Feature: Requests
              Scenario Outline: a
                When I load <n> shelves for "Olga"
                Examples:
                  | n |
                  | 3 |
            """);
    Diagnostic unbound = TestProjects.problems(project, "a.feature").get(0);
    String made = unbound.fixes().get(0).edits().get(0).text();
    assertEquals("Make the keyword", unbound.fixes().get(0).label());
    assertTrue(made.contains("phrase: I load <n> shelves for <value>\n"), made);
    Project mended = project.with("keywords/new.elmt", made.replace("draft: yes\n", ""));
    assertEquals(List.of(), problems(mended));
  }

  @Test
  void takeTheInnermostTagWhereTwoCannotHold() {
    Project project =
        project(
            """
            Feature: Requests
              @draft @key(n) @few
              Scenario Outline: a
                When I dance
                @draft @key(m) @few
                Examples:
                  | n | m |
                  | 3 | 4 |
            """);
    CaseEntry entry = project.index().suites().get(0).cases().get(0);
    assertTrue(entry.isDraft());
    assertEquals(List.of("few"), entry.tags());
    assertEquals("m", entry.block().value("key"));
    assertEquals(List.of("N103"), problems(project).stream().map(p -> p.substring(0, 4)).toList());
  }
}
