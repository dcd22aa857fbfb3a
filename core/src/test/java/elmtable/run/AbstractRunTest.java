package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Runs cases with browsers that are not real, and holds the events. */
public abstract class AbstractRunTest {
  public static final String WORLD =
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

  public final FakeBrowsers browsers = new FakeBrowsers();
  public final List<RunEvent> events = new ArrayList<>();

  void run(String cases) throws InterruptedException {
    run(TestProjects.of(WORLD + cases), 1, List.of());
  }

  void run(Project project, int workers, List<RunListener> more) throws InterruptedException {
    assertTrue(start(project, workers, more).await(Duration.ofSeconds(60)));
    assertEquals(0, browsers.leftOpen(), "browsers left open");
  }

  RunHandle start(Project project, int workers, List<RunListener> more) {
    return start(project, Selection.everything(), workers, more);
  }

  RunHandle start(Project project, Selection selection, int workers, List<RunListener> more) {
    List<RunListener> listeners = new ArrayList<>(List.of(events::add));
    listeners.addAll(more);
    return TestRuns.start(project, selection, workers, browsers, listeners);
  }

  <E extends RunEvent> Stream<E> all(Class<E> kind) {
    return events.stream().filter(kind::isInstance).map(kind::cast);
  }

  /** All cases as they were planned. */
  List<RunEvent.Planned> planned() {
    return all(RunEvent.CasesPlanned.class).flatMap(page -> page.cases().stream()).toList();
  }

  RunEvent.CaseFinished only() {
    return all(RunEvent.CaseFinished.class).reduce((a, b) -> b).orElseThrow();
  }

  List<String> logs() {
    return all(RunEvent.Logged.class)
        .map(RunEvent.Logged::text)
        .filter(text -> !text.startsWith("Page: "))
        .toList();
  }

  /** Of all cases, in the order in which they ended. */
  protected List<Outcome> outcomes() {
    return all(RunEvent.CaseFinished.class).map(RunEvent.CaseFinished::outcome).toList();
  }
}
