package elmtable.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.language.TagExpression;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlannerTest {
  private static final String SUITE =
      """
      suite S
      tags: booking

      case <a> of <b>
      tags: smoke
      data
      | a | b |
      | 1 | x |
      | 2 | y |
      | 2 | y |
      steps
      | log | <a> |

      case From a file
      data: prices
      steps
      | log | <price> |

      case Draft
      draft: yes
      steps
      | not yet |

      case Off
      run: no
      steps
      | log | x |

      case Empty

      data prices
      from: prices.csv

      environment local
      values
      | name | value |
      """;

  private static final Map<String, String> FILES = Map.of("prices.csv", "price\n1\n2\n3\n4\n");

  private static Project project() {
    return TestProjects.of(SUITE, FILES);
  }

  private static Plan plan(Selection selection) {
    return Planner.plan(CheckedProject.of(project()), selection);
  }

  private static List<String> names(Plan plan) {
    return plan.executables().map(ExecutableCase::name).toList();
  }

  @Test
  void aCaseIsExpandedByItsRows() {
    Plan plan = plan(Selection.everything());
    assertEquals(7, plan.count());
    assertEquals(
        List.of("1 of x", "2 of y", "2 of y, row 3", "From a file, row 1", "From a file, row 2"),
        names(plan).subList(0, 5));
    assertEquals(
        List.of("", "", "draft", "run: no", "no steps"),
        plan.cases().stream().map(CasePlan::exclusionReason).toList());
    assertEquals(
        names(plan).subList(2, 4), plan.page(2, 2).stream().map(ExecutableCase::name).toList());
  }

  @Test
  void identitiesDifferAndStayTheSameWhenRowsMove() {
    List<String> identities =
        plan(Selection.everything()).executables().map(ExecutableCase::identity).toList();
    assertEquals(7, identities.stream().distinct().count());
    String moved = SUITE.replace("| 1 | x |\n| 2 | y |\n", "| 2 | y |\n| 1 | x |\n");
    List<String> after =
        Planner.plan(
                CheckedProject.of(TestProjects.of("# moved\n\n" + moved, FILES)),
                Selection.everything())
            .executables()
            .map(ExecutableCase::identity)
            .toList();
    assertEquals(identities.stream().sorted().toList(), after.stream().sorted().toList());
  }

  @Test
  void aRowThatLeavesNothingOfTheNameIsCalledByItsKeyOrNumber() {
    String cases =
        """
        case <name>
        data
        | name | kiln |
        | Raku |      |
        |      | two  |
        steps
        | log | <kiln> |

        case <kiln>
        data
        | name  | kiln |
        | Bisque |      |
        key: name
        steps
        | log | <kiln> |
        """;
    CheckedProject project = CheckedProject.of(TestProjects.of(cases, Map.of()));
    assertEquals(
        List.of("Raku", "row 2", "Bisque"), names(Planner.plan(project, Selection.everything())));
  }

  @Test
  void aSelectionNamesTagsSuitesCasesOrIdentities() {
    assertEquals(3, plan(Selection.tagged("smoke")).count());
    assertEquals(4, plan(Selection.tagged("booking and not smoke")).count());
    assertEquals(4, plan(Selection.everything().withCases("s/from a file")).count());
    ExecutableCase second = plan(Selection.everything()).page(1, 1).get(0);
    assertEquals(
        second.name(),
        plan(Selection.everything().withIdentities(second.identity())).page(0, 9).get(0).name());
    assertEquals(
        List.of("2 of y", "From a file, row 2"), names(plan(Selection.everything().withRows("2"))));
  }

  @Test
  void aCaseBehindItsSuitesNameIsThatSuitesAlone() {
    String suite = "suite %s\n\ncase same\nsteps\n| log | x |\n";
    Project project =
        TestProjects.of(
            Map.of("a.elmt", suite.formatted("A"), "b.elmt", suite.formatted("B")), Map.of());
    Selection both = Selection.everything().withCases("same");
    Selection one = Selection.everything().withCases("B/same");
    assertEquals(2, Planner.plan(CheckedProject.of(project), both).count());
    assertEquals(
        List.of("B"),
        Planner.plan(CheckedProject.of(project), one)
            .executables()
            .map(e -> e.entry().suiteName())
            .toList());
  }

  @Test
  void whatDoesNotExistIsRefusedByName() {
    assertTrue(refusal(Selection.everything().withSuites("T")).contains("no suite “T”"));
    assertTrue(refusal(Selection.everything().withCases("T")).contains("no case “T”"));
    assertTrue(
        refusal(Selection.everything().withEnvironments("far")).contains("there are local."));
    assertTrue(refusal(Selection.tagged("a and")).contains("a tag is missing"));
  }

  private static String refusal(Selection selection) {
    return assertThrows(Planner.BadSelectionException.class, () -> plan(selection)).getMessage();
  }

  @Test
  void anErrorTouchesOnlyWhatDependsOnIt() {
    Project broken =
        TestProjects.of(
            SUITE.replace("| log | <a> |", "| log | <c> |").replace("| 1 | x |", "| 1 | x |")
                + "\ncase sound\nsteps\n| log | x |\n",
            Map.of("prices.csv", "price\n1\n2,3\n4\n"));
    List<ExecutableCase> all =
        Planner.plan(CheckedProject.of(broken), Selection.everything()).executables().toList();
    assertTrue(all.get(0).fault().contains("“c” is not known here"));
    assertEquals("", all.get(3).fault());
    assertTrue(all.get(4).fault().contains("prices.csv, row 3, column 2"), all.get(4).fault());
    assertEquals("", all.get(5).fault());
    assertEquals("", all.get(6).fault());
  }

  @Test
  void anErrorInAKeywordTouchesEachCaseThatCallsItAlsoByOthers() {
    Project broken =
        TestProjects.of(
            """
            suite Kilns

            case first
            steps
            | light up |

            case second
            steps
            | warm |

            case third
            steps
            | light up |

            case fourth
            steps
            | warm |
            | light up |

            keyword light up
            steps
            | warm |
            | fire |

            keyword warm
            steps
            | log | warm |

            keyword fire
            steps
            | log | <degrees> |
            """);
    assertEquals(
        List.of(true, false, true, true),
        Planner.plan(CheckedProject.of(broken), Selection.everything())
            .executables()
            .map(each -> each.fault().contains("“degrees” is not known here"))
            .toList());
  }

  @ParameterizedTest
  @CsvSource({
    "smoke, true",
    "not smoke, false",
    "slow or smoke, true",
    "smoke and not (slow or wip), true",
    "Smoke-Test, false",
    "'', true",
    "@smoke, true",
    "not not smoke, true",
  })
  void tagExpressionsAreWorkedOut(String expression, boolean holds) {
    assertEquals(holds, TagExpression.read(expression).accepts(List.of("smoke", "fast")));
  }

  @ParameterizedTest
  @CsvSource({"smoke and", "(smoke", "smoke fast", "or smoke", ")"})
  void brokenTagExpressionsAreRefused(String expression) {
    assertThrows(TagExpression.UnreadableException.class, () -> TagExpression.read(expression));
  }

  @Test
  void aCaseWithoutSuiteStandsInOneNamedLikeTheFile() {
    Plan plan =
        Planner.plan(
            CheckedProject.of(TestProjects.of("case alone\nsteps\n| log | x |\n")),
            Selection.everything());
    assertEquals("a", plan.cases().get(0).entry().suiteName());
    assertFalse(plan.cases().get(0).entry().suite().isPresent());
  }

  @Test
  void aRowWithAKeyIsRecognisedWhenItsOtherValuesChange() {
    String text = "case <a>\nkey: a\ndata\n| a | b |\n| x | 1 |\n| y | 2 |\nsteps\n| log | <b> |\n";
    List<String> before = identities(text);
    assertEquals(before, identities(text.replace("| x | 1 |", "| x | 9 |")));
    assertEquals(
        List.of("y"),
        names(
            Planner.plan(
                CheckedProject.of(TestProjects.of(text)), Selection.everything().withRows("y"))));
  }

  private static List<String> identities(String text) {
    return Planner.plan(CheckedProject.of(TestProjects.of(text)), Selection.everything())
        .executables()
        .map(ExecutableCase::identity)
        .toList();
  }

  @Test
  void anErrorOfABrowserKeepsOnlyTheCasesFromRunningThatDependOnIt() {
    String text =
        """
        browser plain
        kind: chrome

        browser slow
        window: big

        case a
        steps
        | log | x |

        case b
        steps
        | log | x |
        """;
    assertEquals(
        List.of(
            "a in plain: ",
            "a in slow: a.elmt, line 5: “big” is not a size; write it as 1280 x 800.",
            "b in plain: ",
            "b in slow: a.elmt, line 5: “big” is not a size; write it as 1280 x 800."),
        Planner.plan(
                CheckedProject.of(TestProjects.of(text)),
                Selection.everything().withBrowsers("plain", "slow"))
            .executables()
            .map(e -> e.name() + " in " + e.browser() + ": " + e.fault())
            .toList());
  }

  @Test
  void whatSurroundsACaseIsToldInItsOrder() {
    Project project =
        TestProjects.of(
            """
            suite S
            tags: smoke
            fixtures: member
            set-up
            | log | x |
            tear-down
            | log | x |

            case a
            set-up
            | log | x |
            steps
            | log | x |

            fixture studio
            scope: run
            set-up
            | log | x |
            tear-down
            | log | x |

            fixture member
            needs: studio
            set-up
            | log | x |
            tear-down
            | log | x |

            hook before case
            | log | x |

            hook before case
            only: slow
            | log | x |

            hook after case
            only: smoke
            | log | x |
            """);
    ExecutableCase only =
        Planner.plan(CheckedProject.of(project), Selection.everything())
            .executables()
            .findFirst()
            .orElseThrow();
    assertEquals(
        List.of(
            "before fixture studio",
            "before hook before case",
            "before fixture member",
            "before suite S",
            "before case a",
            "steps case a",
            "after suite S",
            "after fixture member",
            "after hook after case",
            "after fixture studio"),
        CaseOrder.of(project, only.entry(), only.tags()).stream()
            .map(p -> p.phase().name().toLowerCase() + " " + p.kind().word() + " " + p.name())
            .toList());
  }
}
