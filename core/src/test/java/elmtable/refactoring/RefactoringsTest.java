package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Refactorings keep what a project does")
class RefactoringsTest extends AbstractRefactoringsTest {
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
