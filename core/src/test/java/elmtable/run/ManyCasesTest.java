package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.RunRequest;
import elmtable.run.scope.Scopes;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Runs of more cases than are held at once, and their order. */
class ManyCasesTest extends AbstractRunTest {
  private static final int ROWS = 2_350;

  private static Project project(String suite, String steps) {
    String rows =
        IntStream.range(0, ROWS)
            .mapToObj(String::valueOf)
            .collect(Collectors.joining("\n", "n\n", "\n"));
    return TestProjects.of(
        WORLD
            + "data rows\nfrom: r.csv\n\n"
            + suite
            + "\ncase number <n>\ndata: rows\nsteps\n"
            + steps,
        Map.of("r.csv", rows));
  }

  /** What holds of every run: told before it begins, begun before it ends, one outcome for each. */
  private void assertLawful() {
    Set<Integer> planned = new HashSet<>();
    Set<Integer> begun = new HashSet<>();
    Set<Integer> ended = new HashSet<>();
    for (RunEvent event : List.copyOf(events)) {
      switch (event) {
        case RunEvent.CasesPlanned page -> {
          assertTrue(page.cases().size() <= 100, "a page of " + page.cases().size());
          page.cases().forEach(one -> assertTrue(planned.add(one.number())));
        }
        case RunEvent.CaseStarted started -> {
          assertTrue(planned.contains(started.number()));
          begun.add(started.number());
        }
        case RunEvent.CaseFinished done -> {
          assertTrue(planned.contains(done.number()));
          assertTrue(ended.add(done.number()), "ended twice: " + done.number());
        }
        default -> {}
      }
    }
    assertEquals(planned, ended);
  }

  private Map<Outcome, Integer> counts() {
    return all(RunEvent.RunFinished.class).findFirst().orElseThrow().counts();
  }

  @Test
  void everyRowRunsOnceWhetherOneAfterAnotherOrSideBySide() throws InterruptedException {
    for (String suite : List.of("suite s", "suite s\nindependent: yes")) {
      events.clear();
      run(project(suite, "| compute | n + 1 | => m |\n"), 4, List.of());
      assertLawful();
      assertEquals(Map.of(Outcome.PASSED, ROWS), counts());
      assertEquals(ROWS, planned().stream().map(RunEvent.Planned::identity).distinct().count());
    }
  }

  @Test
  void aStopCountsWhatWasNeverPlanned() throws InterruptedException {
    List<RunHandle> handle = Collections.synchronizedList(new ArrayList<>());
    RunHandle run =
        start(
            project("suite s\nindependent: yes", "| log | x |\n| pause | 5ms |\n"),
            2,
            List.of(event -> {
              if (event instanceof RunEvent.CaseFinished done && done.number() == 20) {
                handle.forEach(RunHandle::stop);
              }
            }));
    handle.add(run);
    if (all(RunEvent.CaseFinished.class).anyMatch(done -> done.number() == 20)) {
      run.stop();
    }
    assertTrue(run.await(Duration.ofSeconds(60)));
    assertLawful();
    assertEquals(ROWS, counts().values().stream().mapToInt(Integer::intValue).sum());
    assertTrue(planned().size() < 400, "planned " + planned().size());
    assertTrue(counts().get(Outcome.NOT_RUN) > ROWS - 400, counts()::toString);
  }

  @Test
  void aWorkerThatWaitedDuringAStopGetsNothing() throws InterruptedException {
    RunRequest request =
        TestRuns.request(
            TestProjects.of("case a\nsteps\n| log | x |\n\ncase b\nsteps\n| log | x |\n"),
            Selection.everything(),
            2);
    CaseScheduler scheduler = new CaseScheduler(request, new Scopes(request), cases -> {});
    CaseScheduler.Next first = scheduler.take(false).orElseThrow();
    scheduler.done(first, Outcome.PASSED);
    assertEquals("b", scheduler.take(true).orElseThrow().numbered().executable().name());
    assertEquals(Optional.empty(), scheduler.take(false));
  }

  @Test
  void aFixtureOfTheSuiteIsTornDownOnceAfterTheLastRow() throws InterruptedException {
    String fixture =
        "fixture open\nscope: suite\nset-up\n| log | up |\ntear-down\n| log | down |\n\n";
    run(
        project(fixture + "suite s\nfixtures: open\nindependent: yes", "| log | row |\n"),
        3,
        List.of());
    assertLawful();
    List<String> logs =
        logs().stream()
            .filter(text -> text.equals("up") || text.equals("down") || text.equals("row"))
            .toList();
    assertEquals(ROWS + 2, logs.size());
    assertEquals("down", logs.getLast());
    assertEquals(1, Collections.frequency(logs, "up"));
  }

  @Test
  void whatTookLongestBeginsFirst() throws InterruptedException {
    Project project =
        TestProjects.of(
            """
            suite s
            independent: yes

            case a
            steps
            | log | short |

            case b
            steps
            | log | long |
            """);
    RunRequest usual = TestRuns.request(project, Selection.everything(), 1);
    Map<String, Double> times =
        usual
            .plan()
            .executables()
            .collect(
                Collectors.toMap(
                    one -> one.identity(), one -> one.name().equals("b") ? 5000.0 : 10.0));
    RunRequest request =
        TestRuns.after(usual, usual.sessions(), identity -> OptionalDouble.of(times.get(identity)));
    new Runner(() -> browsers)
        .start(request, (bytes, suffix) -> "kept", List.of(events::add))
        .await(Duration.ofSeconds(30));
    assertEquals(List.of("long", "short"), logs());
  }
}
