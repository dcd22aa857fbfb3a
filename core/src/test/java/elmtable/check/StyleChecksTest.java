package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Checks of style and use")
class StyleChecksTest extends AbstractChecksTest {
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
        List.of("N123 15: Element “Dor” not found; row 2 names it."),
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
        lost.message().startsWith("This condition removes 2 of the 4 pairs"), lost.message());
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
