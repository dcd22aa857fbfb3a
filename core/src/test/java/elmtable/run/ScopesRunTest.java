package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What is set up once for several cases: rows, a suite, a run. */
@DisplayName("Scopes of a run")
class ScopesRunTest extends AbstractRunTest {
  private static final String SCOPES =
      """
      fixture site
      scope: run
      gives
      | name |
      | town |
      set-up
      | log | site up |
      | give | Lisbon |
      tear-down
      | log | site down |

      fixture shed of <owner>
      scope: suite
      needs: site
      gives
      | name |
      | shed |
      set-up
      | compute | upper(owner) | => shed |
      | log | shed of <owner> up in <town> |
      tear-down
      | log | <shed> down |

      fixture batch
      scope: rows
      set-up
      | log | batch up |
      tear-down
      | log | batch down |

      hook before run
      steps
      | log | run begins |

      hook after run
      steps
      | log | run ends |

      hook before suite
      only: smoke
      steps
      | log | suite begins |

      hook after suite
      steps
      | log | suite ends |

      """;

  @Test
  void eachIsSetUpOnceAndTornDownInReverseWithItsLastCase() throws InterruptedException {
    Project project =
        TestProjects.of(
            SCOPES
                + """
                suite One
                fixtures: shed of Wren

                case a
                fixtures: batch
                data
                | n |
                | 1 |
                | 2 |
                steps
                | log | a<n> with <shed> |

                case b
                tags: smoke
                steps
                | log | b with <fixture/shed> |
                """);
    run(project, 1, List.of());
    assertEquals(
        List.of(
            "run begins",
            "site up",
            "shed of Wren up in Lisbon",
            "batch up",
            "a1 with WREN",
            "a2 with WREN",
            "batch down",
            "suite begins",
            "b with WREN",
            "WREN down",
            "suite ends",
            "site down",
            "run ends"),
        logs());
    assertEquals(List.of(Outcome.PASSED, Outcome.PASSED, Outcome.PASSED), outcomes());
    assertTrue(
        all(RunEvent.SetUpUsed.class)
            .anyMatch(used -> used.scope().equals("suite") && used.setUpIn() == 1),
        events::toString);
  }

  @Test
  void eachFixtureThatIsToBeTornDownIsToldWithWhatItGave() throws InterruptedException {
    run(
        TestProjects.of(
            """
            fixture a batch
            gives
            | name  |
            | label |
            set-up
            | compute | 'B-7' | => label |
            tear-down
            | log | gone <label> |

            case a
            fixtures: a batch
            steps
            | log | <label> |
            """),
        1,
        List.of());
    List<RunEvent.TearDownDue> due = all(RunEvent.TearDownDue.class).toList();
    assertEquals(
        List.of("fixture a batch", "fixture a batch"),
        due.stream().map(RunEvent.TearDownDue::name).toList());
    assertEquals(List.of(), due.get(0).gave());
    assertEquals(List.of(new RunEvent.NamedValue("label", "B-7")), due.get(1).gave());
  }

  @Test
  void workersShareOneSetUpAndOneFailure() throws InterruptedException {
    run(
        TestProjects.of(
            """
            suite Side by side
            independent: yes
            fixtures: slow

            fixture slow
            scope: suite
            set-up
            | pause | 200ms |
            | log | tried |
            | fail | no town |
            tear-down
            | log | undone |

            case a
            data
            | n |
            | 1 |
            | 2 |
            | 3 |
            | 4 |
            steps
            | log | never |
            """),
        4,
        List.of());
    assertEquals(1, logs().stream().filter("tried"::equals).count());
    assertEquals(1, logs().stream().filter("undone"::equals).count());
    assertEquals(List.of(Outcome.ERROR, Outcome.ERROR, Outcome.ERROR, Outcome.ERROR), outcomes());
    all(RunEvent.CaseFinished.class)
        .forEach(finished -> assertTrue(finished.failure().message().contains("no town")));
  }

  @Test
  void whatIsTornDownWithTheLastCaseIsItsErrorWhereItFails() throws InterruptedException {
    run(
        """
        fixture once
        scope: run
        set-up
        | log | up |
        tear-down
        | fail | stuck |

        case a
        fixtures: once
        steps
        | log | a |

        case b
        steps
        | log | b |
        """);
    assertEquals(List.of(Outcome.PASSED, Outcome.ERROR), outcomes());
    assertTrue(only().failure().message().contains("stuck"));
  }

  @Test
  void eachTryOfASetUpHasItsTearDown() throws InterruptedException {
    run(
        """
        fixture wobbly
        scope: run
        tries: 2
        set-up
        | log | up |
        | fail | no |
        tear-down
        | log | down |

        case a
        fixtures: wobbly
        steps
        | log | never |
        """);
    assertEquals(List.of("up", "up", "down", "down"), logs());
  }

  @Test
  void aCaseDoesNotPayForTheTimeOfWhatIsSharedWithOthers() throws InterruptedException {
    run(
        """
        fixture slow
        scope: run
        set-up
        | pause | 400ms |

        case a
        fixtures: slow
        timeout: 200ms
        steps
        | log | a |
        """);
    assertEquals(List.of(Outcome.PASSED), outcomes());
  }

  @Test
  void whatIsolationSharesStaysInTheBrowser() throws InterruptedException {
    String cases =
        """
        case a
        data
        | n |
        | 1 |
        | 2 |
        steps
        | set storage | seen <n> | yes |
        | read storage | seen 1 | => first |
        | log | <first> |
        """;
    run("suite S\nisolation: rows\n\n" + cases);
    assertEquals(List.of("yes", "yes"), logs());
    assertEquals(1, browsers.opened.get());
    events.clear();
    run("suite S\n\n" + cases);
    assertEquals(List.of(Outcome.PASSED, Outcome.FAILED), outcomes());
  }

  @Test
  void aStopInTheMiddleOfASetUpTearsItDownAsFarAsItCame() throws InterruptedException {
    Project project =
        TestProjects.of(
            """
            fixture ours
            scope: run
            set-up
            | compute | 1 | => reached |
            | pause | 1h | |
            | compute | 2 | => late |
            tear-down
            | log | undo <reached> |
            | log | undo <late> |

            case a
            fixtures: ours
            steps
            | log | never |
            """);
    stopAtPause(project);
    assertEquals(List.of("undo 1"), logs());
  }

  @Test
  void aStopTearsDownWhatWasSetUp() throws InterruptedException {
    Project project =
        TestProjects.of(
            """
            fixture mine
            set-up
            | log | mine up |
            tear-down
            | log | mine down |

            fixture ours
            scope: run
            set-up
            | log | ours up |
            tear-down
            | log | ours down |

            case a
            fixtures: ours, mine
            steps
            | pause | 1h |

            case b
            steps
            | log | never |
            """);
    stopAtPause(project);
    assertEquals(List.of("ours up", "mine up", "mine down", "ours down"), logs());
    assertEquals(List.of(Outcome.NOT_RUN, Outcome.NOT_RUN), outcomes());
  }

  /** Runs until a step pauses, and stops there. */
  private void stopAtPause(Project project) throws InterruptedException {
    // The step may start before there is a handle.
    CompletableFuture<RunHandle> handle = new CompletableFuture<>();
    handle.complete(
        start(
            project,
            1,
            List.of(event -> {
              if (event instanceof RunEvent.StepStarted step && step.keyword().equals("pause")) {
                handle.join().stop();
              }
            })));
    assertTrue(handle.join().await(Duration.ofSeconds(20)));
  }
}
