package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Severity;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Rows, steps and elements move to where others can use them")
class MovingTest extends AbstractRefactoringsTest {
  @Test
  void rowsOfACaseBecomeADataSetAndComeBack() throws InterruptedException {
    Project project = project();
    int fixed = line(SUITE, "case Fixed");
    Project moved = applied(Refactorings.toDataSet(checked(project), "s.elmt", fixed, "big loads"));
    String text = text(moved, "s.elmt");
    assertTrue(text.contains("case Fixed\ndata: big loads\nafter: Small <n>\nwhere"), text);
    assertTrue(text.endsWith("data big loads\nrows\n| shelves | load |\n| 3 | x |\n"), text);
    Preview back = Refactorings.toOwnRows(checked(moved), "s.elmt", line(text, "case Fixed"));
    Project again = back.applied(moved);
    assertEquals(does(project), does(again), text(again, "s.elmt"));
    assertTrue(!text(again, "s.elmt").contains("big loads"), text(again, "s.elmt"));

    Preview typed = Refactorings.toOwnRows(checked(project), "s.elmt", line(SUITE, "case Small"));
    Project own = typed.applied(project);
    assertEquals(does(project), does(own), text(own, "s.elmt"));
    assertTrue(
        text(own, "s.elmt").contains("data\n| n |\n| 1 |\n| 2 |\nsteps"), text(own, "s.elmt"));
    // Another case repeats a step over the set, so it stays.
    assertTrue(text(own, "k.elmt").contains("data loads"), text(own, "k.elmt"));
    assertTrue(
        Refactorings.toDataSet(checked(project), "s.elmt", fixed, "loads")
            .refusal()
            .orElse("")
            .contains("already"));
  }

  @Test
  void theFirstStepsBecomeASetUp() throws InterruptedException {
    Project project = project();
    int first = line(SUITE, "| open    | Bookings  |");
    Preview preview = Refactorings.toSetUp(checked(project), "s.elmt", first, 2);
    assertEquals(1, preview.warnings().size(), preview.warnings()::toString);
    Project after = preview.applied(project);
    assertEquals(does(project), does(after), text(after, "s.elmt"));
    assertTrue(
        text(after, "s.elmt")
            .contains("set-up\n| open | Bookings |\n| enter | Shelves | 7 |\nsteps\n"),
        text(after, "s.elmt"));
    assertTrue(
        Refactorings.toSetUp(checked(project), "s.elmt", first + 1, 1)
            .refusal()
            .orElse("")
            .contains("Only the first steps"));
  }

  @Test
  void theFirstStepsBecomeAFixture() {
    String text =
        """
        environment local
        values
        | name | value |
        | town | Faro  |

        case <who>
        fixtures: heated
        data
        | who  |
        | Juno |
        steps
        | log     | <who> in <town> | |
        | compute | 1 + 1 | => two |
        | log     | <two> | |

        fixture heated
        set-up
        | log | warm | |
        """;
    Project project = TestProjects.of(text);
    int first = line(text, "| log     | <who>");
    assertTrue(
        Refactorings.toFixture(checked(project), "a.elmt", first, 2, "greeted")
            .refusal()
            .orElse("")
            .contains("“greeted for <who>”"));
    Preview preview =
        Refactorings.toFixture(checked(project), "a.elmt", first, 2, "greeted for <who>");
    String after = text(preview.applied(project), "a.elmt");
    assertTrue(after.contains("fixtures: heated, greeted for <who>\n"), after);
    assertTrue(
        after.endsWith(
            "fixture greeted for <who>\ngives\n| name |\n| two |\nset-up\n| log | <who> in <env/town> |\n"
                + "| compute | 1 + 1 | => two |\n| give | <two> |\n"),
        after);
    assertEquals(
        List.of(),
        checked(preview.applied(project)).problems("a.elmt").stream()
            .filter(problem -> problem.severity() == Severity.ERROR)
            .map(problem -> problem.problem().code())
            .distinct()
            .toList());
  }

  @Test
  void anElementThatIsMissingIsAddedToThePageInForce() {
    String suite = SUITE + "      | enter | Number of bags | 3 |\n".strip() + "\n";
    Project project =
        TestProjects.of(Map.of("k.elmt", KEYWORDS, "p.elmt", PAGES, "s.elmt", suite), Map.of());
    int missing = line(suite, "Number of bags");
    Preview preview = Refactorings.addElement(checked(project), "s.elmt", missing, 0);
    assertEquals(List.of(), preview.warnings());
    String after = text(preview.applied(project), "p.elmt");
    assertTrue(
        after.contains(
            "| Row of <m> | id | <m>     |\n| Number of bags | label | Number of bags |\n"),
        after);
    assertTrue(
        Refactorings.addElement(checked(project), "s.elmt", line(suite, "| press   | Send"), 0)
            .refusal()
            .orElse("")
            .contains("already"));
  }
}
