package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.block.FixtureBlock;
import elmtable.block.Scope;
import elmtable.plan.CaseOrder;
import elmtable.plan.CaseOrder.Part;
import elmtable.plan.CaseOrder.Phase;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What holds of every run, whatever surrounds its cases: what is carried out is the drawn order,
 * cut where it failed; each set-up that began has its tear-down; each planned case has one outcome.
 */
class OrderLawsTest extends AbstractRunTest {
  private static final int PROJECTS = 40;

  /** The texts that the steps of one try of a case logged, in their order. */
  private record Attempt(int number, List<String> logged) {}

  private Project project;

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 4})
  void whereNothingFailsEverythingIsCarriedOut(int workers) throws InterruptedException {
    for (long seed = 0; seed < PROJECTS; seed++) {
      carryOut(seed, false, workers, Integer.MAX_VALUE);
      assertTrue(outcomes().stream().allMatch(Outcome.PASSED::equals), "seed " + seed + outcomes());
      for (Attempt attempt : attempts()) {
        assertTrue(attempt.logged().contains("the steps"), "seed " + seed);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 4})
  void whatFailsCutsTheOrderAndLeavesNothing(int workers) throws InterruptedException {
    for (long seed = 100; seed < 100 + PROJECTS; seed++) {
      carryOut(seed, true, workers, Integer.MAX_VALUE);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void aStopTearsDownWhatWasSetUp(int workers) throws InterruptedException {
    for (long seed = 200; seed < 200 + PROJECTS; seed++) {
      carryOut(seed, true, workers, (int) (seed % 12));
    }
  }

  /** Runs a project, stopped after so many steps, and looks whether the laws hold. */
  private void carryOut(long seed, boolean failing, int workers, int stopAfter)
      throws InterruptedException {
    events.clear();
    project = RandomProject.of(seed, failing);
    CompletableFuture<RunHandle> handle = new CompletableFuture<>();
    AtomicInteger steps = new AtomicInteger();
    RunHandle run =
        start(
            project,
            workers,
            List.of(event -> {
              // Once: a second stop would leave out the tear-downs.
              if (event instanceof RunEvent.StepStarted
                  && steps.incrementAndGet() == stopAfter + 1) {
                handle.thenAccept(RunHandle::stop);
              }
            }));
    handle.complete(run);
    assertTrue(run.await(Duration.ofSeconds(60)), "seed " + seed);
    assertEquals(0, browsers.leftOpen(), "seed " + seed);
    String what = "seed " + seed + " with " + workers + " workers";
    assertOneOutcomeEach(what);
    assertOrder(what);
    assertTornDown(what);
  }

  private void assertOneOutcomeEach(String what) {
    List<Integer> ended =
        all(RunEvent.CaseFinished.class).map(RunEvent.CaseFinished::number).sorted().toList();
    List<Integer> told = planned().stream().map(RunEvent.Planned::number).sorted().toList();
    assertEquals(told, ended, what);
    long total = all(RunEvent.RunStarted.class).findFirst().orElseThrow().total();
    int counted =
        all(RunEvent.RunFinished.class).findFirst().orElseThrow().counts().values().stream()
            .mapToInt(Integer::intValue)
            .sum();
    assertEquals(total, counted, what);
  }

  private List<Attempt> attempts() {
    Map<Integer, Attempt> open = new HashMap<>();
    List<Attempt> attempts = new ArrayList<>();
    for (RunEvent event : List.copyOf(events)) {
      if (event instanceof RunEvent.CaseStarted started) {
        Attempt attempt = new Attempt(started.number(), new ArrayList<>());
        attempts.add(attempt);
        open.put(started.number(), attempt);
      } else if (event instanceof RunEvent.Logged logged && open.containsKey(logged.number())) {
        open.get(logged.number()).logged().add(logged.text());
      }
    }
    return attempts;
  }

  /** What a case logs is its drawn order with some left out: done elsewhere, or cut off. */
  private void assertOrder(String what) {
    Map<String, ExecutableCase> byIdentity =
        TestRuns.request(project, Selection.everything(), 1)
            .plan()
            .executables()
            .collect(Collectors.toMap(ExecutableCase::identity, one -> one));
    Map<Integer, ExecutableCase> cases = new LinkedHashMap<>();
    planned().forEach(one -> cases.put(one.number(), byIdentity.get(one.identity())));
    for (Attempt attempt : attempts()) {
      ExecutableCase executable = cases.get(attempt.number());
      List<Part> order = CaseOrder.of(project, executable.entry(), executable.tags());
      List<String> drawn = order.stream().map(OrderLawsTest::text).toList();
      int place = 0;
      for (String text : attempt.logged()) {
        if (isOfScopesEnd(text)) {
          continue;
        }
        int found = drawn.subList(place, drawn.size()).indexOf(text);
        assertTrue(
            found >= 0, () -> what + ": " + text + " of " + attempt.logged() + " in " + drawn);
        place += found + 1;
      }
      if (attempt.logged().contains("the steps")) {
        for (Part part : order) {
          if (part.phase() == Phase.BEFORE && part.scope() == Scope.CASE) {
            assertTrue(
                attempt.logged().contains(text(part)), () -> what + ": the steps without " + part);
          }
        }
      }
    }
  }

  /** What several cases share is torn down in the last of them, whether it asked for it or not. */
  private boolean isOfScopesEnd(String text) {
    if (text.equals("hook after run") || text.equals("hook after suite")) {
      return true;
    }
    return text.startsWith("fixture ")
        && text.endsWith(" down")
        && new FixtureBlock(
                    project.index().fixture(text.split(" ")[1]).orElseThrow().named().block())
                .scope()
            != Scope.CASE;
  }

  private static String text(Part part) {
    return switch (part.kind()) {
      case FIXTURE -> "fixture " + part.name() + (part.phase() == Phase.BEFORE ? " up" : " down");
      case HOOK -> "hook " + part.name();
      case SUITE -> "suite " + (part.phase() == Phase.BEFORE ? "up" : "down");
      default ->
          switch (part.phase()) {
            case BEFORE -> "case up";
            case STEPS -> "the steps";
            case AFTER -> "case down";
          };
    };
  }

  /** A step that only stands for a set-up elsewhere is none. */
  private void assertTornDown(String what) {
    Map<String, Integer> open = new HashMap<>();
    for (RunEvent event : List.copyOf(events)) {
      switch (event) {
        case RunEvent.StepStarted step when step.keyword().startsWith("fixture ") ->
            open.merge(step.keyword(), step.phase().equals("set-up") ? 1 : -1, Integer::sum);
        case RunEvent.SetUpUsed used when used.name().startsWith("fixture ") ->
            open.merge(used.name(), -1, Integer::sum);
        default -> {}
      }
    }
    open.forEach((name, left) -> assertEquals(0, left, () -> what + ": " + name + " in " + logs()));
  }
}
