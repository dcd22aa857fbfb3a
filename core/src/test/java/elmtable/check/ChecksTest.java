package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.SourceText;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChecksTest {
  private static final String PAGE =
      "page P\nelements\n| element | by | locator |\n| Send | button | Send |\n| Row of <m> | xpath | //tr[td=<m>] |\n\n"
          + "page Q\nelements\n| element | by | locator |\n| Back | button | Back |\n| Twice | id | a |\n\n"
          + "page R\nelements\n| element | by | locator |\n| Twice | id | b |\n\n"
          + "keyword sign in\ntakes\n| name | kind |\n| who | text |\n| how | choice fast, slow |\n"
          + "steps\n| log | <who> |\n\n";

  private static List<Diagnostic> check(String text) {
    return TestProjects.problems(TestProjects.of(text), "a.elmt");
  }

  private static String steps(String... rows) {
    return PAGE + "case a\nsteps\n" + String.join("\n", rows) + "\n";
  }

  /**
   * Twenty kinds of mistakes in one document: each is found, at its own place, and nothing else is.
   */
  @Test
  void twentyMistakesGiveTwentyPreciseProblems() {
    String broken =
        """
        suite Broken
        taggs: smoke
        pages: Bokings

        case one <today()>
        data: prises
        this line is nothing
        steps
        | opne           | Bookings |         |
        | open           | Boking   |         |
        | press          | Sned     |         |
        | press          |          |         |
        | reload         | now      |         |
        | enter          | Send     | <peek>  |
        | enter          | Send     | <1 +>   |
        | enter          | Send     | <rond(1)> |
        | choose speed   | quick    |         |
        | expect count   | Send     | many    |
        | press          | Send     | element=Send |
        | press          | Send     | => kept |
        | log            | x        | ! sofft |
        | log            | x        | * m members |
        | pause          | soon     |         |

        keyword choose speed
        takes
        | name  | kind              |
        | speed | choice slow, fast |
        | extra | nummber           |
        steps
        | log          | <sped>  |
        | choose speed | slow | 1 |

        page Bookings
        elements
        | element | by     | locator |
        | Send    | buton  | Send    |
        | send    | button | Again   |
        """;
    List<Diagnostic> problems = check(broken);
    Map<Problem, Long> kinds =
        problems.stream()
            .collect(Collectors.groupingBy(Diagnostic::problem, Collectors.counting()));
    assertTrue(kinds.size() >= 20, kinds.size() + " kinds: " + kinds);
    for (Diagnostic problem : problems) {
      String line = SourceText.lines(broken).get(problem.range().line());
      assertTrue(problem.range().end() <= line.length(), problem + " ends behind its line");
      assertTrue(
          problem.message().endsWith(".") || problem.message().endsWith("?"), problem.message());
    }
    assertEquals(
        List.of("taggs", "Bokings", "<today()>", "prises"),
        problems.stream()
            .limit(4)
            .map(p ->
                SourceText.lines(broken)
                    .get(p.range().line())
                    .substring(p.range().start(), p.range().end()))
            .toList());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "| press | Send |",
        "| press | P/Send |",
        "| press | Row of Olga |",
        "| press | Q/Twice |",
        "| sign in | how=fast | Olga |",
        "| compute | 1 + 1 | => two |",
        "|  |  |",
      })
  void whatIsRightHasNoProblem(String row) {
    List<String> found =
        check(steps("| log | x |", row)).stream().map(Diagnostic::message).toList();
    assertEquals(List.of(), found);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "UNKNOWN_ELEMENT ! Sned ! | press | Sned | ! Element “Sned” not found. Did you mean “Send”?",
        "AMBIGUOUS_ELEMENT ! Twice ! | press | Twice | ! “Twice” fits several elements: Q/Twice, R/Twice",
        "NOT_A_CHOICE ! quick ! | sign in | Olga | quick | ! one of fast, slow is needed",
        "TOO_FEW_ARGUMENTS ! sign in ! | sign in | Olga | ! “sign in” needs how (one of fast, slow).",
        "TOO_MANY_ARGUMENTS ! more ! | press | Send | more | ! takes only element",
        "DOUBLED_ARGUMENT ! who=b ! | sign in | who=a | fast | who=b | ! given a second time",
        "WRONG_KIND ! many ! | expect count | Send | many | ! a number is needed",
        "FIXED_PAUSE ! 2s ! | pause | 2s | ! expect what it waits for",
        "NO_RESULT ! => x ! | press | Send | => x | ! gives nothing to keep",
        "UNKNOWN_REFERENCE ! nobody ! | log | <nobody> | ! “nobody” is not known here",
        "MARK_WITHOUT_SENSE ! give ! | give | 1 | ! not a keyword's step",
      })
  void aMistakeIsNamedAtItsCell(String problem, String place, String row, String message) {
    String text = steps(row);
    Diagnostic found =
        check(text).stream()
            .filter(p -> p.problem() == Problem.valueOf(problem))
            .findFirst()
            .orElseThrow();
    String line = SourceText.lines(text).get(found.range().line());
    assertEquals(place, line.substring(found.range().start(), found.range().end()));
    assertTrue(found.message().contains(message), found.message());
  }

  @Test
  void fixesMendWhatTheyArePutTo() {
    for (String row : List.of("| press | Sned |", "| presss | Send |", "| press | Send | more |")) {
      String text = steps(row);
      Diagnostic problem = check(text).get(0);
      String mended = SourceText.apply(text, problem.fixes().get(0).edits());
      assertEquals(List.of(), check(mended), mended);
    }
  }

  @Test
  void resultsAreKnownFromTheirStepOnAndItemsInTheirStepOnly() {
    assertEquals(List.of(), check(steps("| read text | Send | => t |", "| log | <t> |")));
    assertEquals(1, check(steps("| log | <t> |", "| read text | Send | => t |")).size());
    String text = "data members\nrows\n| name | age |\n| Olga | 7 |\n\n";
    assertEquals(List.of(), check(text + steps("| log | <m/name> | * m in members |")));
    assertEquals(
        1, check(text + steps("| log | x | * m in members |", "| log | <m/name> |")).size());
  }

  @Test
  void aKeywordSeesItsParametersAndNothingOfItsCaller() {
    String text =
        "environment local\nvalues\n| name | value |\n| currency | € |\n\nkeyword k\ntakes\n| name |\n| a |\nsteps\n"
            + "| log | <a> <env/currency> |\n| log | <currency> |\n";
    List<Diagnostic> problems = check(text);
    assertEquals(
        List.of(Problem.UNKNOWN_REFERENCE), problems.stream().map(Diagnostic::problem).toList());
    assertEquals(12, problems.get(0).range().line() + 1);
  }

  @Test
  void aCircleIsReportedOnceWhereItCloses() {
    String text =
        "keyword a\nsteps\n| b |\n\nkeyword b\nsteps\n| c |\n\nkeyword c\nsteps\n| log | x |\n| a |\n\n"
            + "case t\nsteps\n| b |\n";
    List<Diagnostic> problems = check(text);
    assertEquals(1, problems.size());
    assertEquals(Problem.CALLS_ITSELF, problems.get(0).problem());
    assertEquals("A keyword may not call itself: a → b → c → a.", problems.get(0).message());
    assertEquals(12, problems.get(0).range().line() + 1);
  }

  @Test
  void twoThingsOfOneNameAreFoundAcrossDocuments() {
    Project project =
        TestProjects.of(
            Map.of(
                "a.elmt",
                "keyword one\nsteps\n| log | x |\n",
                "b.elmt",
                "keyword One\n\nkeyword press\n"),
            Map.of());
    List<String> messages =
        TestProjects.problems(project, "b.elmt").stream().map(Diagnostic::message).toList();
    assertTrue(
        messages.get(0).contains("There is already a keyword “One” in a.elmt, line 1"),
        messages.toString());
    assertTrue(
        messages.get(1).contains("There is already a keyword “press” built in"),
        messages.toString());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "a,b\\n1,2\\n3 ! prices.csv, row 3, column 2: the row ends before “b”.",
        "a,b\\n1,2,3 ! prices.csv, row 2, column 3: there are only 2 columns.",
        "a,b\\n1,\"x\\n2,y ! prices.csv, row 2, column 2: a quote opens",
        "a,b\\n1,\"x\"y\\n ! prices.csv, row 2, column 2: behind a closing quote only a separator may follow",
        "a,a\\n1,2 ! prices.csv, row 1, column 2: a second column has the name “a”.",
        "a,b ! has no rows",
      })
  void aBrokenFileIsNamedWithRowAndColumn(String csv, String message) {
    Project project =
        TestProjects.of(
            "data prices\nfrom: prices.csv\n", Map.of("prices.csv", csv.replace("\\n", "\n")));
    List<Diagnostic> problems = TestProjects.problems(project, "a.elmt");
    assertTrue(problems.get(0).message().contains(message), problems.toString());
  }

  @Test
  void aFileThatIsMissingOrInAnotherEncodingSaysSo() {
    assertTrue(
        check("data d\nfrom: nowhere.csv\n")
            .get(0)
            .message()
            .contains("has no file “nowhere.csv”"));
    assertTrue(check("data d\n").get(0).message().contains("has no rows"));
    assertEquals(
        Problem.TWO_SOURCES, check("data d\nfrom: x.csv\nrows\n| a |\n| 1 |\n").get(0).problem());
  }

  /** However a project is broken, checking it ends with problems and never with an exception. */
  @Test
  void noBrokenProjectBreaksTheCheck() {
    String sound =
        steps(
            "| press | Send | ? 1 = 1 |",
            "| sign in | Olga | fast |",
            "| log | <P> | * m in (1, 2) |");
    Random random = new Random(5);
    for (int i = 0; i < 2_000; i++) {
      StringBuilder text = new StringBuilder(sound);
      for (int n = 0; n < 6; n++) {
        int at = random.nextInt(text.length());
        if (random.nextBoolean()) {
          text.deleteCharAt(at);
        } else {
          text.insert(at, "|<>()'?*=!/\n: ".charAt(random.nextInt(14)));
        }
      }
      check(text.toString()).forEach(problem -> assertTrue(problem.range().line() < 60));
    }
  }
}
