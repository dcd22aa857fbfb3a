package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.FakeBrowsers;
import elmtable.run.TestRuns;
import elmtable.run.event.RunEvent;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Refactorings keep what a project does")
class RefactoringsTest {
  private static final String PAGES =
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

  private static final String SUITE =
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

  private static final String KEYWORDS =
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

  private static Project project() {
    return TestProjects.of(Map.of("k.elmt", KEYWORDS, "p.elmt", PAGES, "s.elmt", SUITE), Map.of());
  }

  /** What a run of all cases does in its browsers and writes into its report. */
  private static CheckedProject checked() {
    return checked(project());
  }

  private static CheckedProject checked(Project project) {
    return CheckedProject.of(project);
  }

  private static List<String> does(Project project) throws InterruptedException {
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

  private static Project applied(Preview preview) throws InterruptedException {
    Project project = project();
    assertEquals("", preview.refusal().orElse(""));
    assertEquals(List.of(), preview.warnings());
    Project after = preview.applied(project);
    assertEquals(does(project), does(after), preview.texts(project).toString());
    return after;
  }

  private static String text(Project project, String path) {
    return project.document(path).orElseThrow().text();
  }

  private static int line(String text, String part) {
    List<String> lines = text.lines().toList();
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i).contains(part)) {
        return i;
      }
    }
    throw new AssertionError(part);
  }

  private static List<String> uses(RenameTarget thing) {
    return Uses.of(project(), thing).stream()
        .map(use -> use.document() + " " + (use.range().line() + 1) + " " + use.text())
        .toList();
  }

  @Test
  void theWorldOfThisTestIsSound() throws InterruptedException {
    assertTrue(
        does(project()).stream().filter(d -> d.startsWith("PASSED")).count() == 4,
        does(project()).toString());
  }

  @Test
  void usesAreFoundWhereverAThingIsNamed() {
    assertEquals(
        List.of("k.elmt 1 sign in as", "s.elmt 13 sign in as", "s.elmt 28 I sign in Wren"),
        uses(new RenameTarget.Named(BlockKind.KEYWORD, "Sign-in as")));
    assertEquals(
        List.of(
            "p.elmt 1 Bookings", "s.elmt 2 Bookings", "s.elmt 7 Bookings", "s.elmt 22 Bookings"),
        uses(new RenameTarget.Named(BlockKind.PAGE, "bookings")));
    assertEquals(
        List.of("k.elmt 24 loads", "s.elmt 5 loads", "s.elmt 27 loads"),
        uses(new RenameTarget.Named(BlockKind.DATA_SET, "loads")));
    assertEquals(
        List.of("p.elmt 6 Send", "s.elmt 9 Send", "s.elmt 24 Send"),
        uses(new RenameTarget.Element("Bookings", "Send")));
    assertEquals(
        List.of("k.elmt 9 Send", "p.elmt 12 Send"),
        uses(new RenameTarget.Element("Other", "Send")));
    assertEquals(
        List.of("s.elmt 4 Small <n>", "s.elmt 16 Small <n>"),
        uses(new RenameTarget.Case("Requests", "Small <n>")));
    assertEquals(
        List.of(
            "k.elmt 2 who",
            "k.elmt 6 who",
            "k.elmt 7 who",
            "k.elmt 9 who",
            "k.elmt 10 who",
            "k.elmt 11 who",
            "s.elmt 13 who"),
        uses(new RenameTarget.Parameter("sign in as", "who")));
    assertEquals(
        List.of("s.elmt 18 shelves", "s.elmt 20 shelves", "s.elmt 25 shelves"),
        uses(new RenameTarget.Column("Requests", "Fixed", "shelves")));
  }

  @Test
  void everythingCanBeRenamed() throws InterruptedException {
    Project project = project();
    List<RenameTarget> things =
        List.of(
            new RenameTarget.Named(BlockKind.KEYWORD, "sign in as"),
            new RenameTarget.Named(BlockKind.PAGE, "Bookings"),
            new RenameTarget.Named(BlockKind.DATA_SET, "loads"),
            new RenameTarget.Element("Bookings", "Send"),
            new RenameTarget.Parameter("sign in as", "who"),
            new RenameTarget.Column("Requests", "Fixed", "load"),
            new RenameTarget.Column("Requests", "Fixed", "shelves"));
    for (RenameTarget thing : things) {
      Project after = applied(Refactorings.rename(checked(project), thing, "quite new"));
      assertTrue(after.documents().values().stream().anyMatch(d -> d.text().contains("quite new")));
    }
    Project rows =
        applied(
            Refactorings.rename(
                checked(project), new RenameTarget.Element("Bookings", "Row of <m>"), "Line: <m>"));
    assertTrue(text(rows, "s.elmt").contains("| Line: Olga"), text(rows, "s.elmt"));
  }

  @Test
  void aNameThatIsTakenOrBadIsRefused() {
    RenameTarget keyword = new RenameTarget.Named(BlockKind.KEYWORD, "total");
    assertTrue(
        Refactorings.rename(checked(), keyword, "press").refusal().orElse("").contains("already"));
    assertTrue(Refactorings.rename(checked(), keyword, "a|b").refusal().isPresent());
    assertTrue(
        Refactorings.rename(checked(), new RenameTarget.Named(BlockKind.PAGE, "none"), "x")
            .refusal()
            .orElse("")
            .contains("not found"));
  }

  @Test
  void stepsBecomeAKeywordHereAndWhereverTheyStand() throws InterruptedException {
    Project project = project();
    Preview preview =
        Refactorings.extractKeyword(
            checked(project), "s.elmt", line(SUITE, "| open    | Bookings |       |"), 3, "ask");
    assertEquals(
        List.of("These steps stand in 2 places, and all of them call it."), preview.warnings());
    Project after = preview.applied(project);
    assertEquals(does(project), does(after), text(after, "s.elmt"));
    String text = text(after, "s.elmt");
    assertTrue(text.contains("| ask | <n> |"), text);
    assertTrue(text.contains("| ask | 7 |"), text);
    assertTrue(
        text.endsWith(
            "keyword ask\npages: Bookings\ntakes\n| name | kind |\n| n | text |\nsteps\n| open | Bookings |\n"
                + "| enter | Shelves | <n> |\n| press | Send |\n"),
        text);
  }

  @Test
  void whatStepsKeepIsGivenBack() throws InterruptedException {
    Project project = project();
    Preview preview =
        Refactorings.extractKeyword(
            checked(project), "s.elmt", line(SUITE, "| compute | n * 2"), 1, "double it");
    Project after = preview.applied(project);
    assertEquals(does(project), does(after), text(after, "s.elmt"));
    assertTrue(
        text(after, "s.elmt").contains("| double it | <n> | => doubled |"), text(after, "s.elmt"));
  }

  @Test
  void aCallIsReplacedByWhatItDoes() throws InterruptedException {
    Project project = project();
    Project first =
        applied(
            Refactorings.inline(
                checked(project), "s.elmt", line(SUITE, "| sign in as | who=Olga")));
    assertTrue(
        text(first, "s.elmt").contains("| press | Other/Send | ? 'Olga' != 'nobody' |"),
        text(first, "s.elmt"));
    applied(Refactorings.inline(checked(project), "s.elmt", line(SUITE, "I sign in Wren")));
    Project given =
        applied(Refactorings.inline(checked(project), "k.elmt", line(KEYWORDS, "| total | 4")));
    assertTrue(
        text(given, "k.elmt")
            .contains("| compute | 4 + 1 | => more |\n| compute | more * 2 | => all |"),
        text(given, "k.elmt"));
    assertTrue(
        Refactorings.inline(checked(project), "s.elmt", line(SUITE, "| press   | Send     |"))
            .refusal()
            .orElse("")
            .contains("made of steps"));
  }

  @Test
  void whatIsWrittenOutBecomesAName() throws InterruptedException {
    Project project = project();
    int seven = line(SUITE, "| enter   | Shelves   | 7");
    Project column = applied(Refactorings.toColumn(checked(project), "s.elmt", seven, 1, "asked"));
    assertTrue(
        text(column, "s.elmt").contains("| shelves | load | asked |\n| 3       | x    | 7 |"),
        text(column, "s.elmt"));
    Project value =
        applied(Refactorings.toEnvironmentValue(checked(project), "s.elmt", seven, 1, "usual"));
    assertTrue(text(value, "p.elmt").contains("| usual | 7 |"), text(value, "p.elmt"));
    assertTrue(text(value, "s.elmt").contains("| <env/usual>"), text(value, "s.elmt"));
    Project parameter =
        applied(
            Refactorings.toParameter(
                checked(project), "k.elmt", line(KEYWORDS, "| press | Send"), 0, "button"));
    assertTrue(
        text(parameter, "k.elmt").contains("| button | element | Send |"),
        text(parameter, "k.elmt"));
    assertTrue(
        Refactorings.toParameter(checked(project), "s.elmt", seven, 1, "x").refusal().isPresent());
    assertTrue(
        Refactorings.toColumn(
                checked(project), "s.elmt", line(SUITE, "| enter   | Shelves  | <n>"), 1, "x")
            .refusal()
            .isPresent());
  }
}
