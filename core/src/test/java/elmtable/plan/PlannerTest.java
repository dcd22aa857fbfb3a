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
    assertTrue(all.get(0).fault().contains("Nothing here is called “c”"));
    assertEquals("", all.get(3).fault());
    assertTrue(all.get(4).fault().contains("prices.csv, row 3, column 2"), all.get(4).fault());
    assertEquals("", all.get(5).fault());
    assertEquals("", all.get(6).fault());
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

  private static final String SETTINGS =
      """
      environment near
      environment far
      browser wide
      browser narrow

      suite S

      case <a>
      key: a
      data
      | a |
      | x |
      | y |
      | z |
      steps
      | log | <a> |

      case phone
      browsers: narrow
      steps
      | log | x |
      """;

  @Test
  void theCountIsTheProductAndTheLastChangesFastest() {
    Project project = TestProjects.of(SETTINGS);
    Selection all =
        Selection.everything().withEnvironments("far", "near").withBrowsers("wide", "narrow");
    Plan plan = Planner.plan(CheckedProject.of(project), all);
    assertEquals(3 * 2 * 2 + 2, plan.count());
    List<ExecutableCase> executables = plan.executables().toList();
    assertEquals(plan.count(), executables.size());
    assertEquals(
        List.of("x far wide", "x far narrow", "x near wide", "x near narrow", "y far wide"),
        executables.stream()
            .limit(5)
            .map(e -> e.name() + " " + e.environment() + " " + e.browser())
            .toList());
    assertEquals(
        executables.size(), executables.stream().map(ExecutableCase::identity).distinct().count());
    for (int offset = 0; offset <= executables.size(); offset++) {
      assertEquals(
          executables.stream().skip(offset).limit(5).toList(), plan.page(offset, 5), "" + offset);
    }
    Plan wide =
        Planner.plan(CheckedProject.of(project), Selection.everything().withBrowsers("wide"));
    assertEquals("browsers: narrow", wide.cases().get(1).exclusionReason());
    assertEquals(
        List.of("narrow"),
        Planner.plan(CheckedProject.of(project), Selection.everything().withCases("phone"))
            .executables()
            .map(ExecutableCase::browser)
            .toList());
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

  private static final String AFTER =
      """
      suite S

      case first
      tags: base
      steps
      | log | x |

      case second
      after: first
      steps
      | log | x |

      case third
      tags: top
      after: S/second
      steps
      | log | x |
      """;

  @Test
  void casesThatOthersComeAfterAreAdded() {
    Plan plan = Planner.plan(CheckedProject.of(TestProjects.of(AFTER)), Selection.tagged("top"));
    assertEquals(
        List.of("first needed by second", "second needed by third", "third needed by "),
        plan.executables().map(e -> e.name() + " needed by " + e.needed()).toList());
  }

  @Test
  void whatIsNotCarriedOutYetKeepsOnlyTheCasesFromRunningThatDependOnIt() {
    String text =
        """
        browser plain
        kind: chrome

        browser slow
        pace: 1s

        hook before case
        only: hooked
        steps
        | log | x |

        case a
        steps
        | log | x |

        case b
        tags: hooked
        steps
        | log | x |
        """;
    assertEquals(
        List.of(
            "a in plain: ",
            "a in slow: a.elmt, line 5: This version does not carry out “pace: 1s” yet; remove the"
                + " line.",
            "b in plain: a.elmt, line 7: This version does not run hooks yet; put the steps into"
                + " the set-up or tear-down of suites.",
            "b in slow: a.elmt, line 7: This version does not run hooks yet; put the steps into"
                + " the set-up or tear-down of suites."),
        Planner.plan(
                CheckedProject.of(TestProjects.of(text)),
                Selection.everything().withBrowsers("plain", "slow"))
            .executables()
            .map(e -> e.name() + " in " + e.browser() + ": " + e.fault())
            .toList());
  }

  @Test
  void aLongChainOfCasesIsAddedWithoutGoingDeep() {
    StringBuilder text = new StringBuilder("suite S\n");
    for (int i = 0; i < 3_000; i++) {
      text.append("\ncase c").append(i).append('\n');
      text.append(i == 0 ? "" : "after: c" + (i - 1) + "\n").append("steps\n| log | x |\n");
    }
    Plan plan =
        Planner.plan(
            CheckedProject.of(TestProjects.of(text.toString())),
            Selection.everything().withCases("c2999"));
    assertEquals(3_000, plan.count());
    assertEquals("c1", plan.cases().get(0).needed());
  }

  @Test
  void whatACaseComesAfterIsChecked() {
    String text =
        AFTER.replace("tags: base", "after: third")
            + "\ncase off\nrun: no\nsteps\n| log | x |\n"
            + "\ncase last\nafter: off, frist\nsteps\n| log | x |\n";
    assertEquals(
        List.of("N117", "N117", "N117", "N118", "N115"),
        TestProjects.problems(TestProjects.of(text), "a.elmt").stream()
            .map(p -> p.problem().code())
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

  /** Names that come again far away, in two environments, with a row that is broken. */
  @Test
  void aPageIsThatPartOfAllWhereverItBegins() {
    StringBuilder rows = new StringBuilder("a,b\n");
    for (int i = 0; i < 60; i++) {
      rows.append(i % 23).append(',').append(i % 46).append(i == 31 ? ",more\n" : "\n");
    }
    String text =
        """
        case <a> in <place>
        data: rows
        steps
        | log | <b> |

        data rows
        from: rows.csv

        environment north
        values
        | name | value |
        | place | N |

        environment south
        values
        | name | value |
        | place | S |
        """;
    Project project = TestProjects.of(text, Map.of("rows.csv", rows.toString()));
    Plan plan =
        Planner.plan(
            CheckedProject.of(project), Selection.everything().withEnvironments("north", "south"));
    List<ExecutableCase> all = plan.executables().toList();
    assertEquals(120, all.size());
    assertEquals(120, all.stream().map(ExecutableCase::identity).distinct().count());
    assertTrue(all.stream().anyMatch(one -> one.name().equals("0 in N, row 47")), "repeats");
    for (int from = 0; from <= 120; from++) {
      assertEquals(
          all.subList(from, Math.min(120, from + 7)), plan.page(from, 7), "page from " + from);
    }
  }

  private static final String BY_REGION =
      """
      case <a> in <region>
      data: rows
      steps
      | log | <a> |

      case Alike <b>
      data
      | b |
      | 1 |
      steps
      | log | <b> |

      data rows
      from: <region>.csv
      where: not a = 'none'

      environment north
      values
      | name | value |
      | region | n |

      environment south
      values
      | name | value |
      | region | s |

      environment far north
      like: north
      """;

  @Test
  void eachEnvironmentHasTheRowsOfItsOwnSource() {
    Project project =
        TestProjects.of(BY_REGION, Map.of("n.csv", "a\n1\n2\n", "s.csv", "a\n7\nnone\n"));
    assertEquals(List.of(), TestProjects.problems(project, "a.elmt"));
    Selection all = Selection.everything().withEnvironments("north", "south", "far north");
    Plan plan = Planner.plan(CheckedProject.of(project), all);
    List<String> names =
        plan.executables().map(one -> one.name() + ", " + one.environment()).toList();
    assertEquals(
        List.of(
            "1 in n, north",
            "1 in n, far north",
            "2 in n, north",
            "2 in n, far north",
            "7 in s, south",
            "Alike 1, north",
            "Alike 1, south",
            "Alike 1, far north"),
        names);
    assertEquals(8, plan.count());
    for (int from = 0; from <= 8; from++) {
      assertEquals(
          names.subList(from, Math.min(8, from + 2)),
          plan.page(from, 2).stream().map(one -> one.name() + ", " + one.environment()).toList());
    }
    assertEquals(
        List.of("7 in s", "Alike 1"),
        Planner.plan(CheckedProject.of(project), Selection.everything().withEnvironments("south"))
            .executables()
            .map(ExecutableCase::name)
            .toList());
  }

  @Test
  void aSourceThatAnEnvironmentLacksIsToldWithTheEnvironment() {
    Project project = TestProjects.of(BY_REGION, Map.of("n.csv", "a\n1\n"));
    assertEquals(
        List.of("In the environment south: The project has no file “s.csv”"),
        TestProjects.problems(project, "a.elmt").stream()
            .map(problem -> problem.message().split(";")[0])
            .toList());
    List<ExecutableCase> inSouth =
        Planner.plan(CheckedProject.of(project), Selection.everything().withEnvironments("south"))
            .executables()
            .toList();
    assertTrue(inSouth.get(0).fault().contains("s.csv"), inSouth.get(0).fault());
    assertEquals("", inSouth.get(1).fault());
  }
}
