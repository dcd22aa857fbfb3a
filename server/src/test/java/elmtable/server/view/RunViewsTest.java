package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.message.RunMessages.StepRunView;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class RunViewsTest {
  private static final Instant AT = Instant.parse("2026-11-25T10:00:00Z");

  private static RunEvent started(int step, int parent, String keyword, long millis) {
    return new RunEvent.StepStarted(
        AT.plusMillis(millis), 1, step, parent, "steps", keyword, List.of("<x>"), "a.elmt", 3);
  }

  private static RunEvent finished(int step, Outcome outcome, Failure failure) {
    return new RunEvent.StepFinished(
        AT,
        1,
        step,
        outcome,
        12.5,
        List.of(new RunEvent.NamedValue("text", "7")),
        List.of(),
        failure,
        "");
  }

  @Test
  void eventsMakeATreeWithTimesLogsAndEvidence() {
    List<StepRunView> tree =
        RunViews.tree(
            List.of(
                new RunEvent.CaseStarted(AT, 1, 1, 1),
                started(1, 0, "ask", 10),
                started(2, 1, "press", 20),
                new RunEvent.Logged(AT, 1, 2, "said"),
                new RunEvent.EvidenceKept(AT, 1, 2, "picture", "p.png", "now"),
                finished(2, Outcome.FAILED, new Failure("no", "a", "b", 5L)),
                finished(1, Outcome.FAILED, new Failure("no", "a", "b", 5L)),
                started(3, 0, "log", 40)));
    assertEquals(List.of("ask", "log"), tree.stream().map(StepRunView::keyword).toList());
    StepRunView press = tree.get(0).steps().get(0);
    assertEquals(20, press.startMillis());
    assertEquals("b", press.failure().found());
    assertEquals(List.of("said"), press.log());
    assertEquals("p.png", press.evidence().get(0).file());
    assertNull(tree.get(1).outcome(), "a step that was broken off has no outcome");
  }

  @Test
  void onlyTheLastAttemptIsShown() {
    List<StepRunView> tree =
        RunViews.tree(
            List.of(
                new RunEvent.CaseStarted(AT, 1, 1, 1),
                started(1, 0, "first", 1),
                finished(1, Outcome.FAILED, null),
                new RunEvent.CaseStarted(AT.plusSeconds(9), 1, 1, 2),
                started(1, 0, "second", 9_005),
                finished(1, Outcome.PASSED, null)));
    assertEquals(List.of("second"), tree.stream().map(StepRunView::keyword).toList());
    assertEquals(5, tree.get(0).startMillis());
  }
}
