package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Severity;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("Checks of fixtures, browsers, locators and secrets")
class PropertyChecksTest extends AbstractChecksTest {
  @Test
  void fixturesHaveScopesAndNeeds() {
    assertEquals(
        List.of("T114 2", "N121 7", "N112 7", "N122 17", "N102 19", "N102 21"),
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

  @Test
  void aNameThatIsListedTwiceIsMarkedAtBothPlaces() {
    String text = "case a\nafter: b, b\npages: P, P\nsteps\n| log | x |\n";
    List<String> places =
        TestProjects.checked(text).problems("a.elmt").stream()
            .map(problem -> problem.range().line() + ":" + problem.range().start())
            .toList();
    assertEquals(List.of("1:7", "1:10", "2:7", "2:10"), places);
  }

  /** What is read and not carried out yet is an error, where a run would pass over it. */
  @Test
  void whatIsNotCarriedOutYetIsAnError() {
    Diagnostic problem = only("plan p\nevery: 2h\n", "V101");
    assertEquals(Severity.ERROR, problem.severity());
    assertTrue(problem.message().contains("every: 2h"), problem.message());
    assertEquals(List.of(), codes("browser b\nisolation: case\ndownloads: kept\n"));
  }

  @Test
  void downloadsOfARemoteEndGoToNoFolderOfThisMachine() {
    Diagnostic problem =
        only("browser b\naddress: http://grid.test:4444\ndownloads: kept\n", "T114");
    assertTrue(problem.message().contains("stay there"), problem.message());
  }

  @Test
  void aHeadlessShellIsNeverOnTheScreen() {
    String shell = "browser b\nkind: chrome-headless-shell\nheadless: %s\n";
    assertEquals(List.of(), codes(shell.formatted("yes")));
    Diagnostic problem = only(shell.formatted("no"), "T114");
    assertTrue(problem.message().contains("kind: chrome"), problem.message());
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
  void columnsWithOddNamesNeedBrackets() {
    assertEquals(
        List.of("D111 3"),
        codes(
            "case <n> <[terms and conditions]>\ndata\n| n | terms and conditions |\n| 1 | 2 |\nsteps\n| log | x |\n"));
  }
}
