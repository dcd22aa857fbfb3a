package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.RunChoices;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What is chosen at a run's start. */
class RunChoicesTest extends AbstractRunTest {
  private static final String CASES =
      """
      browser desk
      kind: chrome

      case a
      steps
      | fail | no |

      case b
      steps
      | log | b |

      case c
      steps
      | log | c |
      """;

  private void run(String cases, RunChoices choices) throws InterruptedException {
    TestRuns.run(TestProjects.of(cases), browsers, choices, events::add);
  }

  @Test
  void aRunStopsAfterSoManyFailures() throws InterruptedException {
    run(CASES, new RunChoices(1, 1, 1, 1, false, Optional.empty(), false));
    assertEquals(List.of(Outcome.FAILED, Outcome.NOT_RUN, Outcome.NOT_RUN), outcomes());
  }

  @Test
  void eachCaseIsTriedAsOftenAsChosen() throws InterruptedException {
    run(
        "case a\nsteps\n| fail | no |\n",
        new RunChoices(1, 1, 3, 0, false, Optional.empty(), false));
    assertEquals(3, all(RunEvent.CaseStarted.class).count());
  }

  @Test
  void browsersAreSeenAndSlowedDownAndEachStepHasAPicture() throws InterruptedException {
    String acting = WORLD + "case a\nsteps\n| press | Shelves |\n| log | x |\n";
    long begun = System.nanoTime();
    run(acting, new RunChoices(1, 1, 1, 0, true, Optional.of(Duration.ofMillis(100)), true));
    assertTrue(System.nanoTime() - begun >= 200_000_000, "a pause after each step");
    assertEquals(2, all(RunEvent.EvidenceKept.class).count());
    assertFalse(browsers.configs.getFirst().headless());
    events.clear();
    run(acting, RunChoices.usual(1, 1));
    assertEquals(0, all(RunEvent.EvidenceKept.class).count());
    assertTrue(browsers.configs.getLast().headless());
  }
}
