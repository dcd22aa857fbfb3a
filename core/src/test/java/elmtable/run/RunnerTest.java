package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.report.EventLines;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class RunnerTest extends AbstractRunTest {
  @Test
  void aCaseRunsThroughItsKeywords() throws InterruptedException {
    run(
        "case a\nsteps\n| open | Bookings | |\n| ask | 3 | => t |\n| log | <t> and <t + 1> | |\n| press | Row of Olga | |\n");
    assertEquals(Outcome.PASSED, only().outcome(), only().toString());
    assertEquals(
        List.of("go to http://kiln/bookings", "enter id seven 6", "press id Olga"), browsers.done);
    assertEquals(List.of("9 and 10"), logs());
  }

  @Test
  void anExpectationThatDoesNotHoldFailsWithWhatWasWantedAndFound() throws InterruptedException {
    run("case a\nsteps\n| expect text | Shelves | eight |\n| log | never |\n");
    assertEquals(Outcome.FAILED, only().outcome());
    assertEquals("eight", only().failure().wanted());
    assertEquals("seven", only().failure().found());
    assertEquals(List.of(), logs());
    assertEquals(
        List.of("picture", "source"),
        all(RunEvent.EvidenceKept.class).map(RunEvent.EvidenceKept::kind).toList());
    assertTrue(browsers.done.contains("outline Shelves"));
  }

  @Test
  void anActionThatCannotBeDoneTellsWhatWasThereInstead() throws InterruptedException {
    browsers.missing = "not on the page";
    run("case a\nsteps\n| press | Shelves |\n");
    assertEquals(Outcome.FAILED, only().outcome());
    assertEquals("id seven", only().failure().wanted());
    assertEquals("not on the page", only().failure().found());
  }

  @Test
  void marksAreCarriedOut() throws InterruptedException {
    run(
        "data ms\nrows\n| name | age |\n| Olga | 7 |\n| Wren | 8 |\n\ncase a\nsteps\n"
            + "| log | no | ? 1 = 2 | |\n| log | <m/name> is <m/age> | * m in ms | |\n"
            + "| log | <n> | * n in (1, 2, 3) | ? n != 2 |\n| read text | Shelves | * x in (1, 2) | => all |\n"
            + "| log | <count(all)> <join(all, '+')> | | |\n");
    assertEquals(Outcome.PASSED, only().outcome(), only().toString());
    assertEquals(List.of("Olga is 7", "Wren is 8", "1", "3", "2 seven+seven"), logs());
    List<String> reasons =
        all(RunEvent.StepFinished.class)
            .map(RunEvent.StepFinished::reason)
            .filter(r -> !r.isEmpty())
            .toList();
    assertEquals(List.of("1 = 2 is no", "n != 2 is no"), reasons);
  }

  @Test
  void aFeatureRunsWithItsRowsTextsAndTables() throws InterruptedException {
    String keywords =
        """
        keyword say
        phrase: I say <what> [to <whom>]
        takes
        | name | kind | default |
        | what |      |         |
        | whom |      | all     |
        steps
        | log | <what> to <whom> |

        keyword write
        phrase: I write
        takes
        | name |
        | text |
        steps
        | log | <text> |

        keyword list
        phrase: I list
        takes
        | name | kind  |
        | rows | table |
        steps
        | log | <r/name> is <r/age> | * r in rows |
        """;
    String feature =
        """
        Feature: f
          Background:
            Given I say "good morning"
          Scenario Outline: <who>
            When I say "<word> <b>" to <who>
            And I write
              \"""
              <who> & <run/id> & <unknown>
              \"""
            And I list
              | name  | age |
              | <who> | 7   |
            Examples:
              | who  | word |
              | Olga | a\\|b |
        """;
    run(TestProjects.of(Map.of("k.elmt", keywords, "f.feature", feature), Map.of()), 1, List.of());
    assertEquals(Outcome.PASSED, only().outcome(), only().toString());
    assertEquals(
        List.of("good morning to all", "a|b <b> to Olga", "Olga & 7 & <unknown>", "Olga is 7"),
        logs());
  }

  @Test
  void argumentsGoByNameAndQuietOnesAreHidden() throws InterruptedException {
    run("case a\nsteps\n| ask | twice=1 | 3 | => t |\n| log | <t> | ! quiet | |\n");
    assertEquals(List.of("4"), logs());
    List<RunEvent.NamedValue> resolved =
        all(RunEvent.StepFinished.class).reduce((a, b) -> b).orElseThrow().resolved();
    assertEquals(List.of(new RunEvent.NamedValue("text", "•••")), resolved);
  }

  @Test
  void aCaseSeesItsRowItsSuiteAndItsEnvironment() throws InterruptedException {
    run(
        "suite s\nvalues\n| name | value |\n| greeting | hello <run/id> |\n\ncase a\ndata\n| n | next |\n"
            + "| 2 | <1 + 2> |\nsteps\n| log | <greeting> <n> <row/next> <env/password> |\n");
    assertEquals(Outcome.PASSED, only().outcome(), only().toString());
    assertEquals(List.of("hello 7 2 3 •••"), logs());
  }

  @Test
  void whatCannotBeWorkedOutIsAnErrorOfTheCase() throws InterruptedException {
    run("case a\nsteps\n| log | <1 / 0> |\n");
    assertEquals(Outcome.ERROR, only().outcome());
    assertEquals("1 cannot be divided by 0.", only().failure().message());
    run("case b\ndata\n| n |\n| x |\nsteps\n| ask | <n> |\n");
    assertEquals("“x” does not fit count: a number is needed.", only().failure().message());
    run("case c\ndata\n| e |\n| Nowhere |\nsteps\n| press | <e> |\n");
    assertTrue(
        only().failure().message().startsWith("Element “Nowhere” not found."), only().toString());
  }

  @Test
  void aCaseWithAnErrorDoesNotBegin() throws InterruptedException {
    run(
        "case a\nsteps\n| log | before |\n| presss | Shelves |\n\ncase b\nsteps\n| log | sound |\n");
    assertEquals(List.of("sound"), logs());
    RunEvent.CaseFinished first = all(RunEvent.CaseFinished.class).findFirst().orElseThrow();
    assertEquals(Outcome.ERROR, first.outcome());
    assertTrue(
        first.failure().message().contains("a.elmt, line 31: Keyword “presss” not found"),
        first.toString());
    assertEquals(0, browsers.opened.get(), "no browser was needed");
  }

  @Test
  void eachCaseHasAFreshBrowserAndOnlyIfItNeedsOne() throws InterruptedException {
    run(
        "case a\nsteps\n| press | Shelves |\n\ncase b\nsteps\n| press | Shelves |\n\ncase c\nsteps\n| log | x |\n");
    assertTrue(browsers.opened.get() >= 2, browsers.opened + " were opened");
    assertEquals(
        Map.of(Outcome.PASSED, 3), ((RunEvent.RunFinished) events.get(events.size() - 1)).counts());
  }

  @Test
  void anErrorOfTheBrowserIsOneOfItsCases() throws InterruptedException {
    run("browser b\nwindow: big\n\ncase a\nsteps\n| log | x |\n");
    assertEquals(Outcome.ERROR, only().outcome());
    assertTrue(only().failure().message().contains("“big” is not a size"));
  }

  @Test
  void aSoftFailureIsRecordedAndTheCaseGoesOn() throws InterruptedException {
    run(
        "case a\nsteps\n| expect text | Shelves | eight | ! soft |\n| log | on | |\n| fail | second | ! soft |\n");
    assertEquals(Outcome.FAILED, only().outcome());
    assertEquals("eight", only().failure().wanted(), "the first failure stays first");
    assertEquals(List.of("on"), logs());
  }

  @Test
  void tearDownRunsWhateverHappened() throws InterruptedException {
    run(
        "suite s\nset-up\n| log | suite up |\ntear-down\n| log | suite down |\n\ncase a\nset-up\n| fail | broken |\n"
            + "steps\n| log | never |\ntear-down\n| log | case down |\n");
    assertEquals(Outcome.ERROR, only().outcome(), "a set-up that fails is an error");
    assertEquals("broken", only().failure().message());
    assertEquals(List.of("suite up", "case down", "suite down"), logs());
  }

  @Test
  void stepsAndCasesAreTriedAgain() throws InterruptedException {
    run("case a\ntries: 3\nsteps\n| fail | always | ! tries 2 |\n");
    assertEquals(3, all(RunEvent.CaseStarted.class).count());
    assertEquals(List.of("Try 1 did not pass: always"), logs().stream().distinct().toList());
    assertEquals(Outcome.FAILED, only().outcome());
  }

  @Test
  void aRowFailsAlone() throws InterruptedException {
    run(
        TestProjects.of(
            WORLD
                + "data rows\nfrom: r.csv\n\ncase a\ndata: rows\nsteps\n| expect text | Row of <w> | a |\n",
            Map.of("r.csv", "w,x\na,1\nb,1\nc\na,2\n")),
        1,
        List.of());
    assertEquals(
        List.of(Outcome.PASSED, Outcome.FAILED, Outcome.ERROR, Outcome.PASSED),
        all(RunEvent.CaseFinished.class).map(RunEvent.CaseFinished::outcome).toList());
    String fault =
        all(RunEvent.CaseFinished.class).skip(2).findFirst().orElseThrow().failure().message();
    assertTrue(fault.contains("r.csv, row 4, column 2"), fault);
  }

  @Test
  void eventsAreWrittenAndReadAsTheSame() throws InterruptedException {
    run("case <w> b\ndata\n| w |\n| a |\nsteps\n| expect text | Shelves | <w> |\n");
    for (RunEvent event : events) {
      assertEquals(event, EventLines.read(EventLines.write(event)));
    }
  }

  @Test
  void rowsToRepeatStepsOverAreThoseOfTheEnvironment() throws InterruptedException {
    Project project =
        TestProjects.of(
            """
            case a
            steps
            | log | <m> | * m in members |

            data members
            from: <region>.csv

            environment north
            values
            | name   | value |
            | region | n     |

            environment south
            values
            | name   | value |
            | region | s     |
            """,
            Map.of("n.csv", "name\nOlga\n", "s.csv", "name\nJuno\nEdda\n"));
    Selection south = Selection.everything().withEnvironments("south", "north");
    assertTrue(start(project, south, 1, List.of()).await(Duration.ofSeconds(60)));
    assertEquals(List.of("Juno", "Edda", "Olga"), logs());
  }
}
