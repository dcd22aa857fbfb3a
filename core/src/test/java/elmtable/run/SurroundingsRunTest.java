package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What surrounds a case when it runs: fixtures and hooks of its own scope. */
@DisplayName("Round a case")
class SurroundingsRunTest extends AbstractRunTest {
  private static final String FIXTURES =
      """
      fixture studio
      gives
      | name |
      | kiln |
      set-up
      | log | studio set up |
      | give | Big kiln |
      tear-down
      | log | studio torn down |

      fixture signed in as <member>
      needs: studio
      gives
      | name  |
      | token |
      set-up
      | log | <member> signed in at <kiln> |
      | compute | upper(member) | => token |
      tear-down
      | log | <member> signed out with <token> |

      fixture basket of <owner>
      needs: signed in as <owner> => buyer
      gives
      | name |
      | total |
      set-up
      | log | basket of <owner> with <fixture/buyer/token> |
      | give | 7 |
      | log | never reached |

      """;

  @Test
  void fixturesAreSetUpInOrderAndTornDownInReverse() throws InterruptedException {
    run(
        FIXTURES
            + """
            case a
            fixtures: basket of Wren
            steps
            | log | the case has <total> and <fixture/total> |
            tear-down
            | log | the case ends |
            """);
    assertNull(only().failure(), () -> String.valueOf(only().failure()));
    assertEquals(
        List.of(
            "studio set up",
            "Wren signed in at Big kiln",
            "basket of Wren with WREN",
            "the case has 7 and 7",
            "the case ends",
            "Wren signed out with WREN",
            "studio torn down"),
        logs());
    List<String> parts =
        all(RunEvent.StepStarted.class)
            .filter(step -> step.parent() == 0)
            .map(step -> step.phase() + ": " + step.keyword())
            .toList();
    assertEquals(
        List.of(
            "set-up: fixture studio",
            "set-up: fixture signed in as Wren",
            "set-up: fixture basket of Wren",
            "steps: log",
            "tear-down: log",
            "tear-down: fixture signed in as Wren",
            "tear-down: fixture studio"),
        parts);
  }

  @Test
  void eachFillingIsOneFixtureAndIsCalledByItsName() throws InterruptedException {
    run(
        FIXTURES
            + """
            case a
            fixtures: signed in as <buyer> => buyer, signed in as Juno => keeper
            data
            | buyer |
            | Wren  |
            steps
            | log | <fixture/buyer/token> and <fixture/keeper/token> |
            """);
    assertNull(only().failure(), () -> String.valueOf(only().failure()));
    assertTrue(logs().contains("WREN and JUNO"), () -> logs().toString());
    assertEquals(
        1, logs().stream().filter("studio set up"::equals).count(), "both need the same one");
  }

  @Test
  void aSetUpThatFailsIsTheCasesErrorAndWhatWasBegunIsTornDown() throws InterruptedException {
    run(
        FIXTURES
            + """
            fixture broken
            needs: studio
            set-up
            | log | begun |
            | fail | no 1 |
            | compute | 3 | => late |
            tear-down
            | log | cleared |
            | log | cleared <late> |
            | fail | once more |
            | log | and the rest |

            case a
            fixtures: broken, signed in as Wren
            set-up
            | log | never set up |
            steps
            | log | never |
            tear-down
            | log | never torn down |
            """);
    assertEquals(Outcome.ERROR, only().outcome());
    assertTrue(only().failure().message().contains("1"), only()::toString);
    assertEquals(
        List.of("studio set up", "begun", "cleared", "and the rest", "studio torn down"), logs());
  }

  @Test
  void hooksSurroundTheCasesWhoseTagsFit() throws InterruptedException {
    run(
        """
        hook before case
        steps
        | log | before <case/name> at <base address> |

        hook before case
        only: slow
        steps
        | log | never |

        hook after case
        steps
        | log | after <case/name>: <case/outcome> |

        fixture studio
        set-up
        | log | studio |

        case a
        fixtures: studio
        steps
        | fail | now |
        """);
    assertEquals(Outcome.FAILED, only().outcome());
    assertEquals(List.of("before a at http://kiln/", "studio", "after a: failed"), logs());
  }

  @Test
  void aHookThatFailsIsAnErrorOfTheCase() throws InterruptedException {
    run(
        """
        hook after case
        steps
        | fail | the hook |

        case a
        steps
        | log | fine |
        """);
    assertEquals(Outcome.ERROR, only().outcome());
    assertTrue(only().failure().message().contains("the hook"));
  }

  @Test
  void hooksSurroundTheStepsThatAreWrittenInACase() throws InterruptedException {
    run(
        """
        hook before step
        steps
        | log | before <step/keyword> |

        hook after step
        steps
        | log | after <step/name> of <case/name>: <step/outcome> |

        keyword greet
        steps
        | log | hello |

        fixture studio
        set-up
        | log | studio |

        case a
        fixtures: studio
        steps
        | greet |
        | fail | now |
        tear-down
        | log | down |
        """);
    assertEquals(Outcome.FAILED, only().outcome());
    assertEquals(
        List.of(
            "studio",
            "before greet",
            "hello",
            "after greet of a: passed",
            "before fail",
            "after fail of a: failed",
            "before log",
            "down",
            "after log of a: passed"),
        logs());
  }

  @Test
  void aStepWhoseHookFailsIsAnErrorAndNotRun() throws InterruptedException {
    run(
        """
        hook before step
        steps
        | fail | the hook | ? step/name = 'log' |

        case a
        steps
        | compute | 1 | => one |
        | log | never |
        """);
    assertEquals(Outcome.ERROR, only().outcome());
    assertTrue(only().failure().message().contains("the hook"));
    assertEquals(List.of(), logs());
  }
}
