package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.FakeBrowsers;
import elmtable.run.TestRuns;
import elmtable.run.event.RunEvent;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A small project whose runs are compared before and after a refactoring. */
abstract class AbstractRefactoringsTest {
  static final String PAGES =
      """
      page Bookings
      path: /bookings
      elements
      | element    | by | locator |
      | Shelves    | id | shelves |
      | Send       | id | send    |
      | Row of <m> | id | <m>     |

      page Other
      elements
      | element | by | locator |
      | Send    | id | other   |

      environment local
      values
      | name         | value       |
      | base address | http://kiln |
      """;

  static final String SUITE =
      """
      suite Requests
      pages: Bookings

      case Small <n>
      data: loads
      steps
      | open    | Bookings |       |            |
      | enter   | Shelves  | <n>   |            |
      | press   | Send     |       |            |
      | compute | n * 2    |       | => doubled |
      | log     | <doubled> of <n> | |          |
      | press   | Row of Olga |    |            |
      | sign in as | who=Olga |    |            |

      case Fixed
      after: Small <n>
      data
      | shelves | load |
      | 3       | x    |
      where: shelves > 1
      steps
      | open    | Bookings  |        |            |
      | enter   | Shelves   | 7      |            |
      | press   | Send      |        |            |
      | compute | shelves * 2 |      | => doubled |
      | log     | <doubled> <row/load> | |       |
      | log     | <l>       | * l in loads |      |
      | I sign in Wren |    |        |            |
      """;

  static final String KEYWORDS =
      """
      keyword sign in as
      phrase: I sign in <who>
      pages: Other
      takes
      | name  | kind | default     |
      | who   |      |             |
      | again |      | <who> again |
      steps
      | press | Send              | ? who != 'nobody' |
      | log   | <who>, <again>    |                   |
      | log   | <upper(who)> here |                   |

      keyword total
      takes
      | name | kind   |
      | n    | number |
      gives
      | name |
      | sum  |
      steps
      | compute | n + 1 | => more |
      | give    | <more * 2> |   |

      data loads
      | n |
      | 1 |
      | 2 |

      case Totals
      steps
      | total | 4 | => all |
      | log   | <all> |    |
      """;

  static Project project() {
    return TestProjects.of(Map.of("k.elmt", KEYWORDS, "p.elmt", PAGES, "s.elmt", SUITE), Map.of());
  }

  static CheckedProject checked() {
    return checked(project());
  }

  static CheckedProject checked(Project project) {
    return CheckedProject.of(project);
  }

  /** What a run of all cases does in its browsers and writes into its report. */
  static List<String> does(Project project) throws InterruptedException {
    FakeBrowsers browsers = new FakeBrowsers();
    List<String> all = new ArrayList<>();
    TestRuns.run(
        project,
        browsers,
        event -> {
          if (event instanceof RunEvent.Logged logged) {
            all.add(logged.text());
          }
          if (event instanceof RunEvent.CaseFinished finished) {
            all.add(finished.outcome() + " " + finished.failure());
          }
        });
    all.addAll(browsers.done);
    return all;
  }

  static Project applied(Preview preview) throws InterruptedException {
    Project project = project();
    assertEquals("", preview.refusal().orElse(""));
    assertEquals(List.of(), preview.warnings());
    Project after = preview.applied(project);
    assertEquals(does(project), does(after), preview.texts(project).toString());
    return after;
  }

  static String text(Project project, String path) {
    return project.document(path).orElseThrow().text();
  }

  static int line(String text, String part) {
    List<String> lines = text.lines().toList();
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i).contains(part)) {
        return i;
      }
    }
    throw new AssertionError(part);
  }
}
