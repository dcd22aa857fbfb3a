package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What the words of the language do when they run. */
@DisplayName("A run")
class LanguageRunTest extends AbstractRunTest {
  private void passes(String cases) throws InterruptedException {
    run(cases);
    assertNull(only().failure(), () -> String.valueOf(only().failure()));
    assertEquals(Outcome.PASSED, only().outcome());
  }

  private Failure fails(String cases) throws InterruptedException {
    run(cases);
    assertEquals(Outcome.FAILED, only().outcome(), only()::toString);
    return only().failure();
  }

  @Test
  void countsTheItemsOfARepetitionAndNamesAColumnThatIsAlone() throws InterruptedException {
    passes(
        """
        data towns
        rows
        | town  |
        | Évora |
        | Faro  |

        case a
        steps
        | log | <n> <t> <t/town> | * t, n in towns |
        """);
    assertEquals(List.of("1 Évora Évora", "2 Faro Faro"), logs());
  }

  @Test
  void passesOverWhatIsSwitchedOff() throws InterruptedException {
    passes(
        "case a\nsteps\n| fail | now | ! off |\n| no such keyword | ! off |\n| log | done | |\n");
    assertEquals(List.of("done"), logs());
  }

  @Test
  void pausesBetweenTries() throws InterruptedException {
    fails("case a\nsteps\n| fail | once more | ! tries 3 every 60ms |\n");
    RunEvent.StepStarted first = all(RunEvent.StepStarted.class).findFirst().orElseThrow();
    RunEvent.StepFinished last = all(RunEvent.StepFinished.class).reduce((a, b) -> b).orElseThrow();
    assertTrue(last.at().toEpochMilli() - first.at().toEpochMilli() >= 120, events::toString);
  }

  @Test
  void findsRowsOfDataSetsByTheirKeys() throws InterruptedException {
    passes(
        """
        data members
        key: name
        rows
        | name | address       |
        | juno | <password>@me |
        | wren | wren@me       |

        case <lookup('members', 'wren', 'address')>
        steps
        | log | <lookup('members', 'juno', 'address')> <record('members', 'wren')> |
        """);
    assertEquals(List.of("•••@me wren, wren@me"), logs());
    assertEquals("wren@me", planned().get(0).name());
  }

  @Test
  void hasDefaultsOfTheEnvironment() throws InterruptedException {
    passes(
        """
        keyword sign in
        takes
        | name     | kind   | default        |
        | password | secret | <env/password> |
        steps
        | enter | Shelves | <password> |

        case a
        steps
        | sign in |
        """);
    assertTrue(browsers.done.contains("enter id seven celadon"), browsers.done::toString);
  }

  @Test
  void neverTellsASecretThatIsWrittenOut() throws InterruptedException {
    passes(
        """
        keyword sign in
        takes
        | name     | kind   |
        | password | secret |
        steps
        | log | x |

        case a
        steps
        | sign in | go |
        | sign in | glaze |
        | log | hush | ! quiet |
        """);
    List<List<String>> told =
        all(RunEvent.StepStarted.class).map(RunEvent.StepStarted::arguments).toList();
    assertTrue(told.contains(List.of("•••")), told::toString);
    assertTrue(!events.toString().contains("glaze"), events::toString);
    assertTrue(told.stream().noneMatch(arguments -> arguments.contains("go")), told::toString);
    assertEquals(List.of("•••", "! quiet"), told.get(told.size() - 1));
  }

  @Test
  void tellsBothSidesOfWhatIsNotSo() throws InterruptedException {
    Failure failure =
        fails(
            "case a\nsteps\n| read table | Shelves | => rows |\n| expect that | 1 = 1 and count(rows) = 5 |\n");
    assertEquals("“count(rows) = 5” is not so.", failure.message());
    assertEquals("5", failure.wanted());
    assertEquals("2", failure.found());
    assertNull(failure.waitedMillis());
  }

  @Test
  void asksAgainWhereAValueCanChange() throws InterruptedException {
    String soon =
        "case a\nsteps\n| compute | now() | => begun | |\n| expect that | now() > begun | |\n";
    passes(soon);
    Failure failure = fails("case b\nsteps\n| expect that | random(1, 2) > 5 |\n");
    assertEquals("> 5", failure.wanted());
    assertEquals(1000.0, failure.waitedMillis().doubleValue());
  }

  @Test
  void namesTheColumnsThatARowHas() throws InterruptedException {
    run("case a\nsteps\n| read table | Shelves | => rows |\n| log | <r/NAMES> | * r in rows |\n");
    assertEquals(
        "“r” has no column “NAMES”; there are name, column 2, column 3.",
        only().failure().message());
  }

  @Test
  void showsThePlaceOfALongTextThatIsNearest() throws InterruptedException {
    String page = "clay ".repeat(2_000) + "glaze 7 of Juno " + "kiln ".repeat(2_000);
    browsers.shows = page;
    Failure failure = fails("case a\nsteps\n| expect text | Shelves | glaze 8 of Juno |\n");
    assertTrue(failure.found().contains("glaze 7 of Juno"), failure.found());
    assertTrue(failure.found().length() < 400, failure.found());
    assertTrue(failure.found().endsWith("characters in all)"), failure.found());
  }

  private static final String BY_ROW =
      """
      data batches
      key: id
      rows
      | id |
      | a  |
      | b  |
      | c  |

      suite Batches
      independent: yes
      data: batches

      case take in <id>
      steps
      | fail    | broken | ? id = 'b' |
      | publish | place  | shelf <id> |

      case fire <id>
      after: take in <id> by row
      steps
      | log | <shared/place> |
      """;

  @Test
  void waitsForTheSameRowOnly() throws InterruptedException {
    run(BY_ROW);
    Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
    List<RunEvent.Planned> planned = planned();
    all(RunEvent.CaseFinished.class)
        .forEach(done -> outcomes.put(planned.get(done.number() - 1).name(), done.outcome()));
    assertEquals(Outcome.PASSED, outcomes.get("fire a"));
    assertEquals(Outcome.BLOCKED, outcomes.get("fire b"));
    assertEquals(Outcome.PASSED, outcomes.get("fire c"));
    assertEquals(
        List.of("shelf a", "shelf c"),
        logs().stream().filter(l -> !l.contains("=")).sorted().toList());
  }

  @Test
  void needsTheSameRowOnly() throws InterruptedException {
    Project project = TestProjects.of(WORLD + BY_ROW);
    Selection chosen = Selection.everything().withCases("fire <id>").withRows("c");
    start(project, chosen, 1, List.of()).await(Duration.ofSeconds(30));
    List<String> names = planned().stream().map(RunEvent.Planned::name).toList();
    assertEquals(List.of("take in c", "fire c"), names);
  }

  @Test
  void keepsValuesForLaterOnes() throws InterruptedException {
    Map<String, String> kept = new ConcurrentHashMap<>();
    KeptValues values = keptIn(kept);
    Project first = TestProjects.of(WORLD + "case a\nsteps\n| publish | order | 4711 | yes |\n");
    Project later = TestProjects.of(WORLD + "case b\nsteps\n| log | <shared/order> |\n");
    for (Project project : List.of(first, later)) {
      runKeeping(project, values);
    }
    assertEquals(Map.of("local/order", "4711"), kept);
    assertTrue(logs().contains("4711"), events::toString);
  }

  @Test
  void aSecretIsNotKeptForLaterRuns() throws InterruptedException {
    Map<String, String> kept = new ConcurrentHashMap<>();
    runKeeping(
        TestProjects.of(
            WORLD + "case a\nsteps\n| publish | key | key <env/password> | keep=yes |\n"),
        keptIn(kept));
    assertEquals(Map.of(), kept);
    assertTrue(only().failure().message().contains("without keep"), only()::toString);
  }

  private static KeptValues keptIn(Map<String, String> kept) {
    return new KeptValues() {
      @Override
      public Optional<String> find(String environment, String name) {
        return Optional.ofNullable(kept.get(environment + "/" + name));
      }

      @Override
      public void keep(String environment, String name, String value) {
        kept.put(environment + "/" + name, value);
      }
    };
  }

  private void runKeeping(Project project, KeptValues values) throws InterruptedException {
    RunRequest request = TestRuns.request(project, Selection.everything(), 1);
    RunRequest keeping =
        new RunRequest(
            request.id(),
            request.title(),
            request.project(),
            request.plan(),
            RunChoices.usual(1, 1),
            request.limit(),
            values,
            request.sessions(),
            request.expected());
    new Runner(() -> browsers)
        .start(keeping, (bytes, suffix) -> "kept", List.of(events::add))
        .await(Duration.ofSeconds(30));
  }

  @Test
  void waitsAsLongAsItsEnvironmentSays() throws InterruptedException {
    run(
        TestProjects.of(
            WORLD.replace("environment local\n", "environment local\nwithin: 70ms\n")
                + "case a\nsteps\n| expect that | random(1, 2) > 5 |\n"),
        1,
        List.of());
    assertEquals(70.0, only().failure().waitedMillis().doubleValue());
  }

  @Test
  void aCasesTimeHoldsInsideStepsAndLoops() throws InterruptedException {
    long begun = System.nanoTime();
    Failure late = fails("case a\ntimeout: 200ms\nsteps\n| pause | 3s |\n| log | never |\n");
    assertTrue(late.message().contains("time was over"), late::message);
    Failure loop =
        fails(
            "data towns\nrows\n| town |\n"
                + "| Faro |\n".repeat(50)
                + "\ncase a\ntimeout: 300ms\nsteps\n| pause | 100ms | * t in towns |\n| log | never |\n");
    assertTrue(loop.message().contains("time was over at"), loop::message);
    assertTrue(System.nanoTime() - begun < 4_000_000_000L, "nothing waited to its end");
    assertEquals(List.of(), logs());
  }
}
