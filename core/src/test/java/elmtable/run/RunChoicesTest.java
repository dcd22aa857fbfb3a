package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.block.PlanBlock;
import elmtable.language.Document;
import elmtable.language.DocumentParser;
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

  /** The usual choices, with what a saved plan says. */
  private static RunChoices planned(String properties) {
    Document document = DocumentParser.parse("plan p\n" + properties + "\n");
    return RunChoices.usual(1, 1).with(new PlanBlock(document.blocks().get(0).block()));
  }

  @Test
  void aPlanSaysHowLongACaseAndAStepMayTake() throws InterruptedException {
    String loop = "case a\nsteps\n| pause | 3s |\n";
    run(loop, planned("timeout: 50ms"));
    assertEquals(List.of(Outcome.FAILED), outcomes());
    assertEquals(Optional.of(Duration.ofSeconds(3)), planned("within: 3s\nworkers: 4").within());
    assertEquals(4, planned("within: 3s\nworkers: 4").workers());
  }

  @Test
  void aRunStopsAfterSoManyFailures() throws InterruptedException {
    run(CASES, planned("stop after: 1"));
    assertEquals(List.of(Outcome.FAILED, Outcome.NOT_RUN, Outcome.NOT_RUN), outcomes());
  }

  @Test
  void eachCaseIsTriedAsOftenAsChosen() throws InterruptedException {
    run("case a\nsteps\n| fail | no |\n", planned("tries: 3"));
    assertEquals(3, all(RunEvent.CaseStarted.class).count());
  }

  @Test
  void browsersAreSeenAndSlowedDownAndEachStepHasAPicture() throws InterruptedException {
    String acting = WORLD + "case a\nsteps\n| press | Shelves |\n| log | x |\n";
    long begun = System.nanoTime();
    RunChoices watched = planned("pictures: steps");
    run(
        acting,
        new RunChoices(
            1,
            1,
            1,
            0,
            true,
            Optional.of(Duration.ofMillis(100)),
            watched.pictures(),
            Optional.empty(),
            Optional.empty()));
    assertTrue(System.nanoTime() - begun >= 200_000_000, "a pause after each step");
    assertEquals(2, all(RunEvent.EvidenceKept.class).count());
    assertFalse(browsers.configs.getFirst().headless());
    events.clear();
    run(acting, RunChoices.usual(1, 1));
    assertEquals(0, all(RunEvent.EvidenceKept.class).count());
    assertTrue(browsers.configs.getLast().headless());
  }
}
