package elmtable.conversion;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Conversion between tables and Gherkin")
class ConversionTest {
  private static final String KEYWORDS =
      """
      keyword request
      phrase: I request <shelves> shelves of <programme>
      takes
      | name      | kind   |
      | shelves   | number |
      | programme |        |
      steps
      | log | <shelves> |

      keyword say
      phrase: it says
      takes
      | name |
      | text |
      steps
      | log | <text> |
      """;

  private static final String SUITE =
      """
      suite Requests
      > A note.
      tags: booking
      timeout: 30s

      case <shelves> shelves
      > Small loads.
      tags: smoke
      data
      > few
      tags: few
      | shelves | what  |
      | 1       | Raku  |
      | 2       | a\\|b |
      steps
      | request | <shelves>      | <what>           |
      | say     | two words, 1<2 |                  |
      | press   | Send           |                  |
      | say     | <what>         | ? shelves > 1    |
      """;

  private static Project project(String path, String text) {
    return TestProjects.of(Map.of("k.elmt", KEYWORDS, path, text), Map.of());
  }

  private static Conversion toFeature() {
    Project project = project("s.elmt", SUITE);
    return Conversion.toFeature(project, project.document("s.elmt").orElseThrow());
  }

  @Test
  void carriesWhatHasPhrasesAndListsTheRest() {
    assertEquals(
        """
        @booking
        Feature: Requests
          A note.

          @smoke
          Scenario Outline: <shelves> shelves
            Small loads.
            * I request <shelves> shelves of <what>
            * it says
              \"""
              two words, 1<2
              \"""
            # not carried: | press | Send |
            # not carried: | say | <what> | ? shelves > 1 |

            @few
            Examples: few
              | shelves | what |
              | 1       | Raku |
              | 2       | a\\|b |
        """,
        toFeature().text());
    assertEquals(
        List.of(
            "line 4: timeout: 30s",
            "line 18: the step | press | Send |, whose keyword has no phrase",
            "line 19: the step | say | <what> | ? shelves > 1 |, which has a mark"),
        toFeature().lost());
  }

  @Test
  void comesBackWithTheSameCases() {
    Project feature = project("s.feature", toFeature().text());
    assertEquals(List.of(), TestProjects.problems(feature, "s.feature"));
    Conversion back = Conversion.toTable(feature, feature.document("s.feature").orElseThrow());
    Project table = project("s.elmt", back.text());
    assertEquals(List.of(), TestProjects.problems(table, "s.elmt"), back.text());
    assertEquals(names(feature), names(table));
    assertEquals(List.of("1 shelves", "2 shelves"), names(table));
    assertTrue(back.text().contains("| it says"), back.text());
    assertTrue(back.lost().stream().allMatch(lost -> lost.contains("comment")), back.toString());
  }

  private static List<String> names(Project project) {
    return Planner.plan(CheckedProject.of(project), Selection.everything())
        .executables()
        .map(ExecutableCase::name)
        .toList();
  }

  @Test
  void makesDataSetsOfTablesAndBracketsOfOddColumns() {
    Project project =
        project(
            "s.feature",
            """
            Feature: Odd
              Rule: r
                Scenario Outline: <what's this?>
                  Given members
                    | name |
                    | <x>  |
                  Then it says <what's this?> and <b>
                  Examples:
                    | what's this? |
                    | a            |
            """);
    Conversion table = Conversion.toTable(project, project.document("s.feature").orElseThrow());
    assertTrue(table.text().contains("case <[what's this?]>"), table.text());
    assertTrue(table.text().matches("(?s).*\\| members +\\| table of line 4 \\|.*"), table.text());
    assertTrue(table.text().contains("it says <[what's this?]> and \\<b>"), table.text());
    assertTrue(
        table.text().contains("data table of line 4\nrows\n| name |\n| \\<x> |"), table.text());
    assertEquals(
        List.of(
            "line 2: the rule “r”, whose scenarios become cases of the suite",
            "the words Given, Then"),
        table.lost());
  }

  @Test
  void carriesFixturesWithWhatFillsTheirPlaces() {
    String fixture = "fixture signed in as <who>\nset-up\n| log | <who> |\n";
    String suite = "suite S\n\ncase a\nfixtures: signed in as Juno Far-row\nsteps\n| log | x |\n";
    Project project = TestProjects.of(Map.of("f.elmt", fixture, "s.elmt", suite), Map.of());
    Conversion feature = Conversion.toFeature(project, project.document("s.elmt").orElseThrow());
    assertTrue(feature.text().contains("@fixture(signed-in-as-Juno_Far-row)"), feature.text());
    Project read =
        TestProjects.of(Map.of("f.elmt", fixture, "s.feature", feature.text()), Map.of());
    assertEquals(
        List.of(),
        TestProjects.problems(read, "s.feature").stream()
            .filter(problem -> problem.problem().code().startsWith("N112"))
            .toList());
    Conversion back = Conversion.toTable(read, read.document("s.feature").orElseThrow());
    assertTrue(back.text().contains("Juno Far-row"), back.text());
  }
}
