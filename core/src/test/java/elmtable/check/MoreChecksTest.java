package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Severity;
import elmtable.text.SourceText;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("Checks of fixtures, settings, style and use")
class MoreChecksTest {
  private static List<String> codes(String text) {
    return TestProjects.checked(text).problems("a.elmt").stream()
        .filter(p -> p.problem() != Problem.NOT_CARRIED_OUT)
        .map(p -> p.problem().code() + " " + (p.range().line() + 1))
        .toList();
  }

  private static Diagnostic only(String text, String code) {
    List<Diagnostic> found =
        TestProjects.checked(text).problems("a.elmt").stream()
            .filter(p -> p.problem().code().equals(code))
            .toList();
    assertEquals(1, found.size(), TestProjects.checked(text).problems("a.elmt").toString());
    return found.get(0);
  }

  /** The document after one fix of its only problem of a kind. */
  private static String mended(String text, String code, String label) {
    return SourceText.apply(
        text,
        only(text, code).fixes().stream()
            .filter(fix -> fix.label().equals(label))
            .findFirst()
            .orElseThrow()
            .edits());
  }

  private static String steps(String... rows) {
    return "case a\nsteps\n" + String.join("\n", rows) + "\n";
  }

  @Test
  void fixturesHaveScopesAndNeeds() {
    assertEquals(
        List.of("T114 2", "N121 7", "N112 7", "N122 13", "N122 17", "N102 19", "N102 21"),
        codes(
            """
            fixture a
            scope: year
            set-up
            | log | x |

            fixture b
            needs: a, nothing
            scope: run
            set-up
            | log | x |

            fixture c
            needs: d
            set-up
            | log | x |
            fixture d
            needs: c
            set-up
            | lgo | x |
            fixture e
            check: still there
            needs: a
            set-up
            | log | x |

            case z
            fixtures: b, c, e
            steps
            | log | x |
            """));
  }

  /** What is read and not carried out yet is an error, where a run would pass over it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "hook before case,steps; hooks",
        "fixture f,set-up; fixtures",
        "browser b,isolation: suite; isolation: suite",
        "browser b,pace: 1s; pace: 1s",
        "browser b,address: http://grid/; address: http://grid/",
      })
  void whatIsNotCarriedOutYetIsAnError(String block, String what) {
    String text =
        block.replaceFirst(",", "\n") + (block.contains(":") ? "" : "\n| log | x |") + "\n";
    Diagnostic problem = only(text, "V101");
    assertEquals(Severity.ERROR, problem.severity());
    assertTrue(problem.message().contains(what), problem.message());
    assertEquals(List.of(), codes("browser b\nisolation: case\n"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "browser b,kind: opera; T114",
        "browser b,window: big; T114",
        "browser b,isolation: some; T114",
        "browser b,headless: maybe; T114",
        "browser b,address: host; T114",
        "plan p,suites: none; N120",
        "plan p,tags: a and; T114",
        "plan p,environments: x; N113",
        "plan p,browsers: x; N116",
        "plan p,workers: many; T114",
        "hook before case,only: (a; T114",
      })
  void settingsAreChecked(String block, String code) {
    String text = block.replaceFirst(",", "\n") + "\n";
    assertEquals(List.of(code + " 2"), codes(text));
  }

  @ParameterizedTest
  @CsvSource({
    "css, 'tr:nth-child(2) td', S110",
    "xpath, //tr[2], S110",
    "css, tr.first, ''",
    "id, a[1], ''"
  })
  void locatorsThatCountAreWarnedOf(String by, String locator, String code) {
    String text =
        "page P\nelements\n| element | by | locator |\n| E | "
            + by
            + " | "
            + locator
            + " |\n\n"
            + steps("| press | E |");
    assertEquals(code.isEmpty() ? List.of() : List.of(code + " 4"), codes(text));
  }

  @Test
  void anAddressThatAnEnvironmentGivesIsNotWrittenOut() {
    String text =
        "environment e\nvalues\n| name | value |\n| base address | http://kiln.test |\n\n"
            + steps(
                "| go to address | http://kiln.test/bookings |",
                "| go to address | http://other.test |");
    assertEquals(List.of("S111 8"), codes(text));
    assertTrue(mended(text, "S111", "Write /bookings").contains("| go to address | /bookings |"));
  }

  @Test
  void secretsDoNotStandInTheProject() {
    assertEquals(
        List.of("S112 4", "S112 14"),
        codes(
            """
            environment e
            values
            | name | value        | kind   |
            | one  | hidden       | secret |
            | two  | <os/PASSWORD> | secret |

            keyword k
            takes
            | name | kind   | default |
            | who  | secret | known   |
            steps
            | log | <who> |
            """
                + "case a\n| k | plain |\n| k | <one> |\n"));
  }

  @Test
  void aResultOfAConditionIsNotUsedWithoutOne() {
    String text =
        steps(
            "| compute | 1 | => one | ? 1 = 2 |",
            "| log | <one> | ? 1 = 2 |",
            "| log | <one> |",
            "| compute | 2 | => one | ? 1 = 1 |",
            "| log | <one> |");
    assertEquals(
        List.of("S113 5"), codes(text.replace("| => one | ? 1 = 2 |", "| ? 1 = 2 | => one |")));
  }

  @Test
  void aPhraseLeavesNothingOutThatIsNeeded() {
    String text =
        "keyword k\nphrase: I ask <a>\nphrase: I ask\ntakes\n| name | kind | default |\n| a | number | |\n| b | number | 1 |\nsteps\n| log | <a> <b> |\n"
            + steps("| k | 1 |");
    assertEquals(List.of("S114 3"), codes(text));
    assertTrue(mended(text, "S114", "Add <a>").contains("phrase: I ask <a>\nphrase: I ask <a>"));
  }

  @Test
  void trueIsYes() {
    String text =
        "keyword k\ntakes\n| name | kind |\n| a | yes/no |\nsteps\n| log | <a> |\n"
            + steps("| k | True |");
    assertEquals(List.of("S115 9"), codes(text));
    assertTrue(mended(text, "S115", "Write yes").contains("| k | yes |"));
  }

  @Test
  void threeHardExpectationsInARowAreNoticed() {
    String e = "| expect address | /a |";
    assertEquals(List.of("S116 5"), codes(steps(e, e, e, e)));
    assertEquals(List.of(), codes(steps(e, e, "| log | x |", e, e)));
    assertEquals(
        List.of(),
        codes(
            steps(
                e, e.replace("/a |", "/a | ! soft |"), e, "| expect address | /a | ? 1 = 1 |", e)));
  }

  @Test
  void theSameStepsInSeveralCasesAreNoticed() {
    String run = "| log | 1 |\n| log | 2 |\n| log | 3 |\n| log | 4 |\n| log | 5 |\n";
    String text =
        "case a\nsteps\n| log | 0 |\n"
            + run
            + "\ncase b\nsteps\n"
            + run
            + "\ncase c\nsteps\n| log | 1 |\n| log | 2 |\n";
    assertEquals(List.of("S117 4", "S117 12"), codes(text));
  }

  @Test
  void aColumnThatNoCaseOfASharedSetUsesIsWarnedOf() {
    String text =
        """
        data people
        key: id
        rows
        | id | name | age | spare |
        | 1  | Ada  | 7   | x     |

        case <name>
        data: people
        steps
        | log | <name> |

        case old <[name]>
        data: people
        where: age > 3
        steps
        | log | x |
        """;
    assertEquals(List.of("U105 4"), codes(text));
    // What repeats steps over a set, or makes another of it, may use every column.
    assertEquals(
        List.of(), codes(text + "\ncase loop\nsteps\n| log | <p/name> | * p in people |\n"));
    assertEquals(
        List.of(),
        codes(
            text
                + "\ndata more\ncombine: all of people, ks\n\ndata ks\nrows\n| k |\n| 1 |\n"
                + "\ncase m <id> <k>\ndata: more\nsteps\n| log | x |\n"));
  }

  @Test
  void elementsThatRowsNameAreLookedUpWhateverTheirSource() {
    String text =
        """
        page P
        elements
        | element | by | locator |
        | Oven    | id | e       |
        | Door    | id | f       |
        | Lid     | id | g       |

        data parts
        from: parts.csv

        case <part>
        pages: P
        data: parts
        steps
        | press | <part> |
        """;
    Project known = TestProjects.of(text, Map.of("parts.csv", "part\nOven\nDoor\nLid\n"));
    assertEquals(List.of(), TestProjects.problems(known, "a.elmt"));
    Project unknown = TestProjects.of(text, Map.of("parts.csv", "part\nOven\nDor\nLid\n"));
    List<Diagnostic> problems = TestProjects.problems(unknown, "a.elmt");
    assertEquals(
        List.of("N123 15: No element is called “Dor”, which row 2 gives."),
        problems.stream()
            .map(p -> p.problem().code() + " " + (p.range().line() + 1) + ": " + p.message())
            .toList());
  }

  @Test
  void whatNothingUsesIsWarnedOf() {
    assertEquals(
        List.of("U101 1", "U102 8", "U103 10", "U104 14", "U105 20"),
        codes(
            """
            keyword k
            steps
            | log | x |

            page P
            elements
            | element | by | locator |
            | E       | id | e       |
            | F       | id | f       |
            data d
            | a |
            | 1 |

            fixture f
            set-up
            | press | F |

            case <n>
            data
            | n | m |
            | 1 | 2 |
            steps
            | log | x |
            """));
  }

  @Test
  void columnsWithOddNamesNeedBrackets() {
    assertEquals(
        List.of("D111 3"),
        codes(
            "case <n> <[terms and conditions]>\ndata\n| n | terms and conditions |\n| 1 | 2 |\nsteps\n| log | x |\n"));
  }

  @Test
  void aConditionThatTakesPairsAwayIsWarnedOf() {
    String text =
        """
        data a
        | x |
        | 1 |
        | 2 |
        data b
        | y |
        | 1 |
        | 2 |
        data p
        combine: pairs of a, b
        where: x != y
        case <x> <y>
        data: p
        steps
        | log | x |
        """;
    Diagnostic lost = only(text, "D112");
    assertTrue(
        lost.message().startsWith("This condition takes away 2 of the 4 pairs"), lost.message());
  }

  @Test
  void namesThatAreMissingCanBeMade() {
    String keyword = "keyword k\nsteps\n| log | <who> |\n";
    assertTrue(
        mended(keyword, "F103", "Add the parameter who")
            .contains("keyword k\ntakes\n| name |\n| who |\nsteps\n"));
    String more = "keyword k\ntakes\n| name | kind |\n| a | |\nsteps\n| log | <a> <who> |\n";
    assertTrue(mended(more, "F103", "Add the parameter who").contains("| a | |\n| who | |\n"));
    String data = "case <n>\ndata\n| n |\n| 1 |\nsteps\n| log | <who> |\n";
    String column = mended(data, "F103", "Add the column who");
    assertTrue(column.contains("| n | who |\n| 1 |  |\n"), column);
    assertEquals(List.of(), TestProjects.checked(column).problems("a.elmt"));
  }

  @Test
  void aSkeletonIsMadeOfAnUnboundStep() {
    Project project =
        TestProjects.of(
            Map.of(
                "a.feature",
                "Feature: f\n  Scenario: s\n    Given I book 3 shelves for \"Olga\" in <kiln>\n      | a |\n"),
            Map.of());
    Diagnostic unbound = CheckedProject.of(project).problems("a.feature").get(0);
    String made = unbound.fixes().get(unbound.fixes().size() - 1).edits().get(0).text();
    assertEquals(
        "keywords/new.elmt",
        unbound.fixes().get(unbound.fixes().size() - 1).edits().get(0).document());
    assertEquals(
        """
        keyword I book shelves for in
        phrase: I book <number> shelves for <value> in <kiln>
        draft: yes
        takes
        | name | kind |
        | number | number |
        | value |  |
        | kiln |  |
        | rows | table |
        steps
        | |

        """,
        made);
    Project with = project.with("keywords/new.elmt", made);
    assertEquals(
        List.of("N110"),
        CheckedProject.of(with).problems("a.feature").stream()
            .map(p -> p.problem().code())
            .toList());
    assertEquals(
        List.of(),
        CheckedProject.of(with).problems("keywords/new.elmt").stream()
            .map(Diagnostic::message)
            .toList());
  }
}
