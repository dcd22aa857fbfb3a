package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.report.EventLines;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class RunnerTest {
  private static final String WORLD =
      """
      environment local
      values
      | name         | value         | kind   |
      | base address | http://kiln/  |        |
      | password     | celadon       | secret |

      page Bookings
      path: /bookings
      elements
      | element    | by | locator |
      | Shelves    | id | seven   |
      | Row of <m> | id | <m>     |

      keyword ask
      takes
      | name  | kind   | default |
      | count | number |         |
      | twice | number | <count * 2> |
      gives
      | name  |
      | total |
      steps
      | enter | Shelves | <twice> | |
      | compute | count + twice | => sum | |
      | give | <sum> | | |
      | fail | never reached | | |

      """;

  private final FakeBrowsers browsers = new FakeBrowsers();
  private final List<RunEvent> events = new ArrayList<>();

  private void run(String cases) throws InterruptedException {
    run(TestProjects.of(WORLD + cases), 1, List.of());
  }

  private RunHandle start(Project project, int workers, List<RunListener> more) {
    return start(project, Selection.everything(), workers, more);
  }

  private RunHandle start(
      Project project, Selection selection, int workers, List<RunListener> more) {
    List<RunListener> listeners = new ArrayList<>(List.of(events::add));
    listeners.addAll(more);
    return TestRuns.start(project, selection, workers, browsers, listeners);
  }

  private void run(Project project, int workers, List<RunListener> more)
      throws InterruptedException {
    assertTrue(start(project, workers, more).await(Duration.ofSeconds(60)));
    assertEquals(0, browsers.open.get(), "browsers left open");
  }

  private <E extends RunEvent> Stream<E> all(Class<E> kind) {
    return events.stream().filter(kind::isInstance).map(kind::cast);
  }

  private RunEvent.CaseFinished only() {
    return all(RunEvent.CaseFinished.class).reduce((a, b) -> b).orElseThrow();
  }

  private List<String> logs() {
    return all(RunEvent.Logged.class)
        .map(RunEvent.Logged::text)
        .filter(text -> !text.startsWith("Page: "))
        .toList();
  }

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

  /** Keywords of an extension that break in every way a keyword can. */
  public static final class BrokenKeywords {
    @Keyword(name = "divide by nothing", note = "Throws.")
    public void divide(StepContext step) {
      throw new ArithmeticException("/ by zero");
    }

    @Keyword(name = "lose a class", note = "Throws an error.")
    public void loseClass(StepContext step) {
      throw new NoClassDefFoundError("emberwick/Glaze");
    }

    @Keyword(name = "read nothing", note = "Throws a checked exception.")
    public void readNothing(StepContext step) throws IOException {
      throw new IOException("The shelf is empty.");
    }

    @Keyword(name = "call itself", note = "Never ends.")
    public void callItself(StepContext step) {
      callItself(step);
    }
  }

  @Test
  void whateverAKeywordThrowsIsAnErrorOfItsCaseAndTheOthersRun() throws InterruptedException {
    String text =
        """
        case a
        steps
        | divide by nothing |

        case b
        steps
        | lose a class |

        case c
        steps
        | read nothing |

        case d
        steps
        | call itself |

        case e
        steps
        | log | <x> | * x in (1) |
        tear-down
        | divide by nothing | |
        """;
    run(
        Project.of(
            Map.of("a.elmt", text),
            ProjectFiles.NONE,
            BuiltInKeywords.with(List.of(new BrokenKeywords()))),
        1,
        List.of());
    assertEquals(
        List.of(
            "“divide by nothing” broke off: / by zero (ArithmeticException).",
            "“lose a class” broke off: emberwick/Glaze (NoClassDefFoundError).",
            "“read nothing” broke off: The shelf is empty (IOException).",
            "“call itself” broke off: StackOverflowError.",
            "“divide by nothing” broke off: / by zero (ArithmeticException)."),
        all(RunEvent.CaseFinished.class).map(done -> done.failure().message()).toList());
    assertEquals(List.of("1"), logs(), "the last case ran, too");
    assertEquals(
        Map.of(Outcome.ERROR, 5),
        all(RunEvent.RunFinished.class).findFirst().orElseThrow().counts());
  }

  @Test
  void eachPlannedCaseHasAnOutcomeWhereBrowsersCannotEvenBeMade() throws InterruptedException {
    Project project = TestProjects.of("case a\nsteps\n| log | x |\n\ncase b\nsteps\n| log | y |\n");
    RunHandle handle =
        new Runner(
                () -> {
                  throw new IllegalStateException("no driver");
                })
            .start(
                TestRuns.request(project, Selection.everything(), 1),
                (bytes, suffix) -> "kept",
                List.of(events::add));
    assertTrue(handle.await(Duration.ofSeconds(60)));
    assertEquals(
        List.of(Outcome.ERROR, Outcome.ERROR),
        all(RunEvent.CaseFinished.class).map(RunEvent.CaseFinished::outcome).toList());
    assertEquals(
        "The run broke off: no driver (IllegalStateException).", only().failure().message());
    assertEquals(
        Map.of(Outcome.ERROR, 2),
        all(RunEvent.RunFinished.class).findFirst().orElseThrow().counts());
  }

  @Test
  void evidenceThatCannotBeKeptChangesNoOutcome() throws InterruptedException {
    Project project = TestProjects.of(WORLD + "case a\nsteps\n| expect text | Shelves | eight |\n");
    RunHandle handle =
        new Runner(() -> browsers)
            .start(
                TestRuns.request(project, Selection.everything(), 1),
                (bytes, suffix) -> {
                  throw new UncheckedIOException(new IOException("No space left on device"));
                },
                List.of(events::add));
    assertTrue(handle.await(Duration.ofSeconds(60)));
    assertEquals(Outcome.FAILED, only().outcome());
    assertTrue(logs().get(0).contains("No space left on device"), logs().toString());
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
  void aCaseWaitsForThoseItComesAfterAndIsBlockedWhenOneDidNotPass() throws InterruptedException {
    String first =
        "suite A\n\ncase late\nafter: B/early\nsteps\n| log | late |\n\ncase not\nafter: B/bad\nsteps\n| log | no |\n";
    String second =
        "suite B\n\ncase bad\nsteps\n| fail | why |\n\ncase early\nsteps\n| log | early |\n";
    run(TestProjects.of(Map.of("a.elmt", first, "b.elmt", second), Map.of()), 2, List.of());
    assertEquals(List.of("early", "late"), logs());
    assertEquals(
        List.of(Outcome.PASSED, Outcome.BLOCKED, Outcome.FAILED, Outcome.PASSED),
        all(RunEvent.CaseFinished.class)
            .sorted(Comparator.comparingInt(RunEvent.CaseFinished::number))
            .map(RunEvent.CaseFinished::outcome)
            .toList());
    String reason =
        all(RunEvent.CaseFinished.class)
            .filter(e -> e.outcome() == Outcome.BLOCKED)
            .findFirst()
            .orElseThrow()
            .failure()
            .message();
    assertEquals("It comes after “bad”, which did not pass.", reason);
  }

  @Test
  void aKnotOfSuitesThatWaitForEachOtherComesLoose() throws InterruptedException {
    String first =
        "suite A\n\ncase a1\nafter: B/b2\nsteps\n| log | a1 |\n\ncase a2\nsteps\n| log | a2 |\n";
    String second =
        "suite B\n\ncase b1\nafter: A/a2\nsteps\n| log | b1 |\n\ncase b2\nsteps\n| log | b2 |\n";
    run(TestProjects.of(Map.of("a.elmt", first, "b.elmt", second), Map.of()), 2, List.of());
    assertEquals(List.of("a2", "b1", "b2"), logs());
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
        only().failure().message().startsWith("No element is called “Nowhere”."),
        only().toString());
  }

  @Test
  void aCaseWithAnErrorDoesNotBegin() throws InterruptedException {
    run(
        "case a\nsteps\n| log | before |\n| presss | Shelves |\n\ncase b\nsteps\n| log | sound |\n");
    assertEquals(List.of("sound"), logs());
    RunEvent.CaseFinished first = all(RunEvent.CaseFinished.class).findFirst().orElseThrow();
    assertEquals(Outcome.ERROR, first.outcome());
    assertTrue(
        first.failure().message().contains("a.elmt, line 31: No keyword is called “presss”"),
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
  void fixturesAreSaidToBeMissing() throws InterruptedException {
    run("case a\nfixtures: f\nsteps\n| log | x |\n\nfixture f\nset-up\n| log | y |\n");
    assertEquals(Outcome.ERROR, only().outcome());
    assertTrue(only().failure().message().contains("fixtures"));
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
  void aBrowserThatDiesIsReplacedOnce() throws InterruptedException {
    browsers.dyingPresses.set(1);
    run("case a\nsteps\n| press | Shelves |\n");
    assertEquals(Outcome.PASSED, only().outcome());
    assertEquals(2, all(RunEvent.CaseStarted.class).count());
    browsers.dyingPresses.set(2);
    events.clear();
    run("case b\nsteps\n| press | Shelves |\n");
    assertEquals(Outcome.ERROR, only().outcome());
  }

  @Test
  void secretsAreMaskedWhereverTheyTurnUp() throws InterruptedException {
    run("case a\nsteps\n| enter | Shelves | my <env/password>! |\n| fail | not <password> |\n");
    String told = String.join("\n", events.stream().map(EventLines::write).toList());
    assertTrue(browsers.done.contains("enter id seven my celadon!"));
    assertFalse(told.contains("celadon"), told);
    assertTrue(told.contains("my •••!"));
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
  void casesOfASuiteGoInOrderAndIndependentOnesSideBySide() throws InterruptedException {
    CountDownLatch both = new CountDownLatch(2);
    RunListener meeting =
        event -> {
          if (event instanceof RunEvent.CaseStarted) {
            both.countDown();
          }
        };
    String cases = "\n\ncase a\nsteps\n| pause | 1h |\n\ncase b\nsteps\n| pause | 1h |\n";
    RunHandle handle =
        start(TestProjects.of(WORLD + "suite s\nindependent: yes" + cases), 2, List.of(meeting));
    assertTrue(both.await(20, TimeUnit.SECONDS), "both are going at once");
    handle.stop();
    assertTrue(handle.await(Duration.ofSeconds(60)));
    events.clear();
    run(TestProjects.of(WORLD + "suite s" + cases.replace("1h", "1ms")), 2, List.of());
    List<String> order =
        events.stream()
            .filter(e -> e instanceof RunEvent.CaseStarted || e instanceof RunEvent.CaseFinished)
            .map(e -> e.getClass().getSimpleName())
            .toList();
    assertEquals(List.of("CaseStarted", "CaseFinished", "CaseStarted", "CaseFinished"), order);
  }

  @Test
  void aStopEndsTheRunSoonAndLeavesNothingOpen() throws InterruptedException {
    CountDownLatch pausing = new CountDownLatch(1);
    RunListener watch =
        event -> {
          if (event instanceof RunEvent.StepStarted step && step.keyword().equals("pause")) {
            pausing.countDown();
          }
        };
    Project project =
        TestProjects.of(
            WORLD
                + "case a\nsteps\n| press | Shelves |\n| pause | 1h |\n\ncase b\nsteps\n| log | x |\n");
    RunHandle handle = start(project, 1, List.of(watch));
    assertTrue(pausing.await(10, TimeUnit.SECONDS));
    handle.stop();
    assertTrue(handle.await(Duration.ofSeconds(60)), "the pause of an hour is broken off");
    assertEquals(
        List.of(Outcome.NOT_RUN, Outcome.NOT_RUN),
        all(RunEvent.CaseFinished.class).map(RunEvent.CaseFinished::outcome).toList());
    assertTrue(((RunEvent.RunFinished) events.get(events.size() - 1)).stopped());
    assertEquals(0, browsers.open.get());
  }

  @Test
  void aTimeoutEndsACase() throws InterruptedException {
    run(
        "case a\ntimeout: 50ms\nsteps\n| pause | 100ms |\n| log | never |\ntear-down\n| log | down |\n");
    assertTrue(only().failure().message().contains("time was over"));
    assertEquals(List.of("down"), logs());
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
