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
import elmtable.text.Severity;
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
    // Fixtures are not set up yet, which is the only error that comes with it.
    assertEquals(
        List.of("V101"),
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

  @Test
  void aFixtureWithPlacesIsRenamedWhereverItIsAskedFor() {
    String text =
        """
        fixture signed in as <who>
        set-up
        | log | <who> |

        case a
        fixtures: signed in as "Farrow, Juno", signed in as <record('people', 'x')> => other
        steps
        | log | x |

        data people
        key: name
        rows
        | name |
        | x    |
        """;
    Project project = TestProjects.of(text);
    RenameTarget fixture = new RenameTarget.Named(BlockKind.FIXTURE, "signed in as <who>");
    String after =
        text(
            Refactorings.rename(checked(project), fixture, "<who> at the door").applied(project),
            "a.elmt");
    assertTrue(
        after.contains(
            "fixtures: \"Farrow, Juno\" at the door, <record('people', 'x')> at the door => other"),
        after);
  }

  @Test
  void aDataSetIsRenamedWhereItsRowsAreLookedUp() {
    String text =
        """
        data people
        key: name
        rows
        | name |
        | x    |

        case <lookup('people', 'x', 'name')>
        steps
        | log | <lookup('people', 'x', 'name')> | ? lookup('people', 'x', 'name') = 'x' |
        """;
    Project project = TestProjects.of(text);
    RenameTarget set = new RenameTarget.Named(BlockKind.DATA_SET, "people");
    String after =
        text(Refactorings.rename(checked(project), set, "members").applied(project), "a.elmt");
    assertTrue(!after.contains("people"), after);
    assertEquals(4, after.split("members", -1).length - 1, after);
  }
}
