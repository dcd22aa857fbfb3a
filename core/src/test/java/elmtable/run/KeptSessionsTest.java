package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.run.event.Outcome;
import java.util.List;
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
        logs().stream().anyMatch(text -> text.contains("used again 2 times")),
        () -> logs().toString());
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
}
