package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What breaks in a run keeps no case from having its outcome. */
class BrokenRunTest extends AbstractRunTest {
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
}
