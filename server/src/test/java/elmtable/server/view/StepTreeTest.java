package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.message.RunMessages.StepRunView;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class StepTreeTest {
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
        tree(
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
        tree(
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

  /** A loop of this many turns, of which some fail; each turn has a step inside. */
  private static StepTree loop(StepTree tree, int turns, Set<Integer> failing) {
    tree.add(new RunEvent.CaseStarted(AT, 1, 1, 1));
    tree.add(started(1, 0, "for each", 0));
    for (int turn = 0; turn < turns; turn++) {
      int step = 2 + 2 * turn;
      tree.add(started(step, 1, "turn " + turn, turn));
      tree.add(started(step + 1, step, "press", turn));
      Outcome outcome = failing.contains(turn) ? Outcome.FAILED : Outcome.PASSED;
      tree.add(finished(step + 1, outcome, null));
      tree.add(finished(step, outcome, null));
    }
    tree.add(finished(1, Outcome.PASSED, null));
    return tree;
  }

  @Test
  void ofALongLoopBothEndsAreHeldAndWhatDidNotPass() {
    StepRunView all = loop(new StepTree(), 100_000, Set.of(57_311)).roots().get(0);
    assertEquals(100_000, all.stepCount());
    List<Integer> places = all.steps().stream().map(StepRunView::place).toList();
    assertEquals(2 * StepTree.HELD + 1, places.size());
    assertEquals(places.stream().sorted().toList(), places);
    assertEquals(0, places.get(0));
    assertTrue(places.contains(57_311), "a turn that failed is not lost between");
    assertEquals(99_999, places.get(places.size() - 1));
    assertTrue(all.steps().stream().allMatch(turn -> turn.steps().size() == 1));
  }

  @Test
  void pagesOfALongLoopAreTheWholeOfIt() {
    List<String> turns = new ArrayList<>();
    for (int from = 0; from < 1_050; from += 250) {
      List<StepRunView> page = loop(StepTree.page(1, from, 250), 1_050, Set.of()).roots();
      assertEquals(from, page.get(0).place());
      assertEquals("press", page.get(0).steps().get(0).keyword());
      page.forEach(turn -> turns.add(turn.keyword()));
    }
    assertEquals(IntStream.range(0, 1_050).mapToObj(turn -> "turn " + turn).toList(), turns);
    assertEquals(List.of(), loop(StepTree.page(1, 1_050, 250), 1_050, Set.of()).roots());
  }

  @Test
  void onlyTheCasesOwnStepsAreNumbered() {
    StepTree tree = new StepTree();
    tree.add(new RunEvent.StepStarted(AT, 1, 1, 0, "set-up", "sign in", List.of(), "a.elmt", 2));
    tree.add(started(2, 0, "ask", 1));
    tree.add(started(3, 0, "log", 2));
    assertEquals(
        Arrays.asList(null, 1, 2), tree.roots().stream().map(StepRunView::number).toList());
  }

  private static List<StepRunView> tree(List<RunEvent> events) {
    StepTree tree = new StepTree();
    events.forEach(tree::add);
    return tree.roots();
  }
}
