package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserState;
import elmtable.formula.Value;
import elmtable.plan.Selection;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.RunRequest;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Signing in once for many cases: what a fixture with `keep session` leaves for others. */
@DisplayName("Kept sessions")
class KeptSessionsTest extends AbstractRunTest {
  private static final String SIGNED_IN =
      """
      fixture signed in as <member>
      keep session: 30m
      check: still signed in
      gives
      | name |
      | who |
      set-up
      | log | signing in <member> |
      | set storage | member | <member> |
      | give | <member> |

      keyword still signed in
      steps
      | read storage | member | => found |
      | expect that | found = 'Wren' | |

      """;

  @Test
  void aKeptSessionIsMadeOnceAndPutIntoEachCase() throws InterruptedException {
    run(
        SIGNED_IN
            + """
            case a
            fixtures: signed in as Wren
            data
            | n |
            | 1 |
            | 2 |
            | 3 |
            steps
            | read storage | member | => found |
            | expect that | found = who | |
            """);
    assertEquals(
        List.of(Outcome.PASSED, Outcome.PASSED, Outcome.PASSED), outcomes(), () -> "" + only());
    assertEquals(1, logs().stream().filter("signing in Wren"::equals).count());
    assertTrue(
        all(RunEvent.SetUpUsed.class).anyMatch(used -> used.kept() && used.times() == 2),
        events::toString);
  }

  @Test
  void aCaseMayHaveASessionOfItsOwn() throws InterruptedException {
    run(
        SIGNED_IN
            + """
            case a
            fixtures: signed in as Wren
            steps
            | log | a |

            case b
            fixtures: signed in as Wren
            keep session: no
            steps
            | log | b |
            """);
    assertEquals(List.of(Outcome.PASSED, Outcome.PASSED), outcomes());
    assertEquals(2, logs().stream().filter("signing in Wren"::equals).count());
  }

  /** The second case signs out, so the third one finds its session gone. */
  @Test
  void aSessionThatWentBadIsMadeAnewOnceAndItsCaseRepeated() throws InterruptedException {
    run(
        """
        fixture signed in
        keep session: 30m
        check: is it valid
        set-up
        | log | signing in |
        | set storage | ticket | 1 |
        | publish | valid | yes |

        keyword is it valid
        steps
        | expect that | shared/valid = 'yes' |

        case a
        fixtures: signed in
        steps
        | log | a |

        case b
        fixtures: signed in
        steps
        | publish | valid | no |

        case c
        fixtures: signed in
        steps
        | log | c tried |
        | expect that | shared/valid = 'yes' |
        """);
    assertEquals(
        List.of(Outcome.PASSED, Outcome.PASSED, Outcome.PASSED), outcomes(), () -> "" + only());
    assertEquals(2, logs().stream().filter("signing in"::equals).count(), () -> "" + logs());
    assertEquals(2, logs().stream().filter("c tried"::equals).count());
  }

  @Test
  void aSessionThatCannotBeKeptIsMadeForEachCase() throws InterruptedException {
    run(
        SIGNED_IN
            + """
            case a
            fixtures: signed in as Juno
            data
            | n |
            | 1 |
            | 2 |
            steps
            | read storage | member | => found |
            | expect that | found = who | |
            """);
    assertEquals(List.of(Outcome.PASSED, Outcome.PASSED), outcomes(), () -> "" + only());
    assertTrue(
        logs().stream().anyMatch(text -> text.contains("cannot be kept")), () -> "" + logs());
    assertEquals(3, logs().stream().filter("signing in Juno"::equals).count());
  }

  /** Sessions in memory, by their keys. */
  private static final class Memory implements KeptSessions {
    final Map<String, Session> all = new HashMap<>();
    int uses;

    @Override
    public Optional<Session> find(String key) {
      return Optional.ofNullable(all.get(key));
    }

    @Override
    public void keep(String key, Session session) {
      all.put(key, session);
    }

    @Override
    public void used(String key) {
      uses++;
    }

    @Override
    public void forget(String key) {
      all.remove(key);
    }

    /** As if so much time had gone by. */
    void age(Duration by) {
      all.replaceAll((key, kept) ->
          new Session(
              kept.fixture(),
              kept.environment(),
              kept.browser(),
              kept.state(),
              kept.gives(),
              kept.setUpAt().minus(by),
              kept.setUp()));
    }

    /** As if the site had thrown everybody out. */
    void breakAll() {
      all.replaceAll((key, kept) ->
          new Session(
              kept.fixture(),
              kept.environment(),
              kept.browser(),
              new BrowserState(List.of(), Map.of()),
              kept.gives(),
              kept.setUpAt(),
              kept.setUp()));
    }
  }

  private static final String ONE_CASE =
      """
      case a
      fixtures: signed in as Wren
      steps
      | read storage | member | => found |
      | expect that | found = who | |
      """;

  private final Memory memory = new Memory();

  /** Runs a project with what earlier runs kept, and gives how often it signed in. */
  private long signIns(String text) throws InterruptedException {
    events.clear();
    RunRequest usual = TestRuns.request(TestProjects.of(WORLD + text), Selection.everything(), 1);
    RunRequest request = TestRuns.after(usual, memory, usual.expected());
    assertTrue(
        new Runner(() -> browsers)
            .start(request, (bytes, suffix) -> "kept", List.of(events::add))
            .await(Duration.ofSeconds(30)));
    assertEquals(List.of(Outcome.PASSED), outcomes(), () -> "" + only());
    return logs().stream().filter("signing in Wren"::equals).count();
  }

  @Test
  void aLaterRunIsPutIntoTheSessionOfAnEarlierOne() throws InterruptedException {
    assertEquals(1, signIns(SIGNED_IN + ONE_CASE));
    assertEquals(0, signIns(SIGNED_IN + ONE_CASE));
    assertTrue(
        all(RunEvent.SetUpUsed.class).anyMatch(used -> used.kept() && used.setUpIn() == 0),
        events::toString);
    assertEquals(2, memory.uses);
    assertEquals(Value.of("Wren"), memory.all.values().iterator().next().gives().get("who"));
  }

  @Test
  void aSessionThatIsTooOldOrBrokenIsMadeAnew() throws InterruptedException {
    signIns(SIGNED_IN + ONE_CASE);
    memory.age(Duration.ofMinutes(31));
    assertEquals(1, signIns(SIGNED_IN + ONE_CASE));
    memory.breakAll();
    assertEquals(1, signIns(SIGNED_IN + ONE_CASE));
    assertTrue(
        logs().stream()
            .anyMatch(text -> text.contains("from an earlier run does not work any more")),
        () -> "" + logs());
    assertEquals(0, signIns(SIGNED_IN + ONE_CASE));
    assertEquals(1, memory.all.size());
  }

  @Test
  void whateverASessionDependsOnAsksForAnother() throws InterruptedException {
    signIns(SIGNED_IN + ONE_CASE);
    List<String> changed =
        List.of(
            SIGNED_IN.replace("| give | <member> |", "| log | more |\n| give | <member> |"),
            SIGNED_IN.replace("| log | signing in <member> |", "| say it | <member> |")
                + "keyword say it\ntakes\n| name |\n| who |\nsteps\n| log | signing in <who> |\n\n",
            SIGNED_IN.replace("| log | signing in <member> |", "| say it | <member> |")
                + "keyword say it\ntakes\n| name |\n| who |\nsteps\n| log | signing in <who> |\n| log | hush |\n\n");
    for (String text : changed) {
      assertEquals(1, signIns(text + ONE_CASE), text);
    }
    assertEquals(4, memory.all.size());
    assertEquals(0, signIns(SIGNED_IN + ONE_CASE), "the first one is still there");
  }
}
