package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** When cases run: after one another, side by side, and until a stop. */
class RunOrderTest extends AbstractRunTest {
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
    assertEquals(0, browsers.leftOpen());
  }

  /** Pauses a run in its first step, and gives it once no step is going any more. */
  private RunHandle paused(String cases) throws InterruptedException {
    RunHandle[] handle = new RunHandle[1];
    CountDownLatch known = new CountDownLatch(1);
    CountDownLatch ended = new CountDownLatch(1);
    handle[0] =
        start(
            TestProjects.of(WORLD + cases),
            1,
            List.of(event -> {
              if (event instanceof RunEvent.StepStarted && ended.getCount() > 0) {
                await(known);
                handle[0].pause(true);
              } else if (event instanceof RunEvent.StepFinished) {
                ended.countDown();
              }
            }));
    known.countDown();
    assertTrue(ended.await(20, TimeUnit.SECONDS), "the step that is going ends");
    assertTrue(handle[0].isPaused());
    return handle[0];
  }

  private static void await(CountDownLatch latch) {
    try {
      assertTrue(latch.await(20, TimeUnit.SECONDS));
    } catch (InterruptedException interrupted) {
      throw new IllegalStateException(interrupted);
    }
  }

  @Test
  void aPausedRunBeginsNothingNewAndGoesOnWithItsTimeLeft() throws InterruptedException {
    RunHandle handle =
        paused(
            "case a\ntimeout: 400ms\nsteps\n| log | one |\n| log | two |\n\ncase b\nsteps\n| log | three |\n");
    assertFalse(handle.await(Duration.ofMillis(600)), "it waits for longer than the case may take");
    assertEquals(List.of("one"), logs());
    handle.pause(false);
    assertTrue(handle.await(Duration.ofSeconds(20)));
    assertEquals(List.of("one", "two", "three"), logs());
    assertEquals(List.of(Outcome.PASSED, Outcome.PASSED), outcomes());
  }

  @Test
  void aPausedRunCanBeStopped() throws InterruptedException {
    RunHandle handle =
        paused("case a\nsteps\n| log | one |\n| log | two |\ntear-down\n| log | down |\n");
    handle.stop();
    assertTrue(handle.await(Duration.ofSeconds(20)));
    assertEquals(List.of("one", "down"), logs());
    assertFalse(handle.isPaused());
  }

  @Test
  void aTimeoutEndsACase() throws InterruptedException {
    run(
        "case a\ntimeout: 50ms\nsteps\n| pause | 100ms |\n| log | never |\ntear-down\n| log | down |\n");
    assertTrue(only().failure().message().contains("time was over"));
    assertEquals(List.of("down"), logs());
  }
}
