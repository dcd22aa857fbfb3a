package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Blocks move to other documents")
class MoveBlockTest extends AbstractRefactoringsTest {
  private static final String RUNS = "Its runs so far count for “%s”; in “%s” it has not run yet.";

  /** Suites that say different things for their cases. */
  private static final String FROM =
      """
      suite From
      tags: #one, #both
      pages: Bookings
      data: loads
      timeout: 2m
      values
      | name | value |
      | town | Faro  |
      set-up
      | log | before <n> | |

      # Kept with it.
      case Moved <n>
      tags: #own
      steps
      | log | moved <n> | |

      case Later
      after: Moved <n> by row
      steps
      | log | later <n> | |
      """;

  private static final String TO =
      """
      suite To
      tags: #both, #more
      tries: 3
      independent: yes
      values
      | name | value  |
      | town | Lisbon |

      case There
      after: From/Moved <n>
      steps
      | log | there | |
      """;

  private static Project suites() {
    return TestProjects.of(
        Map.of("from.elmt", FROM, "to.elmt", TO, "k.elmt", KEYWORDS, "p.elmt", PAGES), Map.of());
  }

  /** What is done, whatever the order of suites. */
  private static List<String> doesInAnyOrder(Project project) throws InterruptedException {
    return does(project).stream().sorted().toList();
  }

  @Test
  void whatAnyCaseMayUseDoesTheSameFromAnotherDocument() throws InterruptedException {
    for (String block : List.of("keyword sign in as", "keyword total", "data loads")) {
      for (String target : List.of("p.elmt", "parts/new.elmt")) {
        Preview preview = Refactorings.move(checked(), "k.elmt", line(KEYWORDS, block), target);
        Project after = applied(preview);
        assertTrue(text(after, target).contains(block), text(after, target));
        assertFalse(text(after, "k.elmt").contains(block), text(after, "k.elmt"));
      }
    }
  }

  @Test
  void itStandsBehindAllOthersAndNothingElseIsWrittenAnew() throws InterruptedException {
    Project after =
        applied(Refactorings.move(checked(), "p.elmt", line(PAGES, "page Other"), "k.elmt"));
    String page =
        """

        page Other
        elements
        | element | by | locator |
        | Send    | id | other   |
        """;
    assertEquals(KEYWORDS + page, text(after, "k.elmt"));
    assertEquals(PAGES.replace(page, ""), text(after, "p.elmt"));
    Preview back =
        Refactorings.move(
            checked(after), "k.elmt", line(text(after, "k.elmt"), "page Other"), "new.elmt");
    assertEquals(KEYWORDS, back.texts(after).get("k.elmt"));
    assertEquals(page.substring(1), back.texts(after).get("new.elmt"));
  }

  @Test
  void aCaseTakesAlongWhatItsSuiteSaidForIt() throws InterruptedException {
    Project project = suites();
    Preview preview =
        Refactorings.move(checked(project), "from.elmt", line(FROM, "case Moved"), "to.elmt");
    Project after = preview.applied(project);
    assertEquals(
        TO.replace("after: From/Moved <n>", "after: Moved <n>")
            + """

            # Kept with it.
            case Moved <n>
            pages: Bookings
            data: loads
            timeout: 2m
            tries: none
            tags: #one, #own
            steps
            | log | moved <n> | |
            """,
        text(after, "to.elmt"));
    assertEquals(
        List.of(
            "From “To” it gets more tags: #more.",
            "<town> is “Lisbon” in “To”; here it is “Faro”.",
            "The cases of “To” may run side by side.",
            "The set-up of “From” no longer surrounds it.",
            RUNS.formatted("From", "To")),
        preview.warnings());
    assertTrue(text(after, "from.elmt").contains("after: To/Moved <n> by row"));
  }

  @Test
  void aCaseDoesInANewSuiteWhatItDid() throws InterruptedException {
    Project project = project();
    Preview preview =
        Refactorings.move(
            checked(project), "s.elmt", line(SUITE, "case Fixed"), "more/late-ones.elmt");
    assertEquals(List.of(RUNS.formatted("Requests", "Late ones")), preview.warnings());
    Project after = preview.applied(project);
    String text = text(after, "more/late-ones.elmt");
    assertTrue(
        text.startsWith(
            "suite Late ones\n\ncase Fixed\npages: Bookings\nafter: Requests/Small <n>\n"),
        text);
    assertEquals(doesInAnyOrder(project), doesInAnyOrder(after), text);
  }

  @Test
  void whatCannotBeMovedIsRefusedWithTheReason() {
    assertRefused("another document", "s.elmt", line(SUITE, "case Fixed"), "s.elmt");
    assertRefused("another document", "s.elmt", line(SUITE, "case Fixed"), " ");
    assertRefused("ends in .elmt", "s.elmt", line(SUITE, "case Fixed"), "s.feature");
    assertRefused("all its cases", "s.elmt", line(SUITE, "suite Requests"), "k.elmt");
    assertRefused("no block", "none.elmt", 0, "k.elmt");
    Project same = project().with("k.elmt", KEYWORDS + "\ncase fixed\nsteps\n| log | x | |\n");
    assertEquals(
        "There is already a case “Fixed” in “k”.",
        Refactorings.move(checked(same), "s.elmt", line(SUITE, "case Fixed"), "k.elmt")
            .refusal()
            .orElse(""));
    String twice = SUITE + "\ncase Fixed\nsteps\n| log | x | |\n";
    Preview second =
        Refactorings.move(
            checked(project().with("s.elmt", twice)),
            "s.elmt",
            twice.lines().toList().size() - 1,
            "k.elmt");
    assertTrue(second.refusal().orElse("").contains("a name that no other"), second::toString);
  }

  private static void assertRefused(String why, String path, int line, String target) {
    String refusal = Refactorings.move(checked(), path, line, target).refusal().orElse("");
    assertTrue(refusal.contains(why), refusal);
  }

  @Test
  void anotherUsualEnvironmentOrOrderOfHooksIsTold() {
    String text =
        """
        environment local
        values
        | name | value |

        environment stage
        like: local

        hook before case
        steps
        | log | first | |

        hook before case
        steps
        | log | second | |
        | log | third  | |
        """;
    Project project = TestProjects.of(Map.of("a.elmt", text, "b.elmt", ""), Map.of());
    assertEquals(
        List.of(
            "The first environment is the one that runs use if they name none: it is “stage” then,"
                + " no longer “local”."),
        Refactorings.move(checked(project), "a.elmt", 0, "b.elmt").warnings());
    Preview hook = Refactorings.move(checked(project), "a.elmt", line(text, "hook"), "b.elmt");
    assertTrue(hook.warnings().get(0).startsWith("Hooks run in the order"), hook::toString);
    int last = line(text, "| log | second");
    assertEquals(
        List.of(), Refactorings.move(checked(project), "a.elmt", last, "b.elmt").warnings());
  }
}
