package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.report.EventLines;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a run tells of secrets, which is nothing. */
class SecretsRunTest extends AbstractRunTest {
  /**
   * An environment with two secrets of which one begins with the other, and what is made of one.
   */
  private static final String MORE =
      """
      environment more
      like: local
      values
      | name    | value                  | kind   |
      | short   | olga                   | secret |
      | long    | olga2026               | secret |
      | letters | <upper(password)>      |        |
      | phrase  | lapis lazuli           | secret |

      """;

  private void runInMore(String cases) throws InterruptedException {
    Project project = TestProjects.of(WORLD + MORE + cases);
    Selection selection = Selection.everything().withEnvironments("more");
    assertTrue(start(project, selection, 1, List.of()).await(Duration.ofSeconds(60)));
    assertEquals(Outcome.PASSED, only().outcome(), () -> String.valueOf(only().failure()));
  }

  private String told() {
    return String.join("\n", events.stream().map(EventLines::write).toList());
  }

  @Test
  void secretsAreMaskedWhereverTheyTurnUp() throws InterruptedException {
    run("case a\nsteps\n| enter | Shelves | my <env/password>! |\n| fail | not <password> |\n");
    String told = String.join("\n", events.stream().map(EventLines::write).toList());
    assertTrue(browsers.done.contains("enter id seven my celadon!"));
    assertFalse(told.contains("celadon"), told);
    assertTrue(told.contains("my •••!"));
  }

  @Test
  void noSecretLeavesTheRestOfALongerOne() throws InterruptedException {
    runInMore("case a\nsteps\n| log | olga, olga2026 |\n");
    assertEquals(List.of("•••, •••"), logs());
  }

  @Test
  void aDownloadIsKeptUnlessItHoldsASecret() throws InterruptedException {
    run("case a\nsteps\n| expect download | kilns.CSV |\n| expect download | my celadon.csv |\n");
    assertEquals(
        List.of("download kilns.CSV"),
        all(RunEvent.EvidenceKept.class).map(kept -> kept.kind() + " " + kept.note()).toList());
    assertEquals(List.of("my •••.csv was not kept: there is a secret in it."), logs());
  }

  @Test
  void namesAndRowsOfThePlanAreMasked() throws InterruptedException {
    runInMore("case of olga2026 <w>\ndata\n| w |\n| celadon! |\nsteps\n| log | <w> |\n");
    RunEvent.Planned planned = planned().get(0);
    assertEquals("of ••• •••!", planned.name());
    assertEquals("•••!", planned.values().get("w"));
    assertFalse(told().contains("celadon"), this::told);
  }

  @Test
  void whatFormulasMakeOfASecretIsASecret() throws InterruptedException {
    runInMore(
        """
        case a
        steps
        | log     | <letters>, <upper(env/long)>      |          |
        | enter   | Shelves | <replace(password, 'l', 'z')> |  |
        | compute | length(password) * 111              | => small |
        | enter   | Shelves | <small>                   |          |
        | log     | 10 letters are no secret            |          |
        """);
    assertEquals(List.of("•••, •••", "10 letters are no secret"), logs());
    assertTrue(browsers.done.contains("enter id seven cezadon"), browsers.done::toString);
    assertTrue(browsers.done.contains("enter id seven 777"), browsers.done::toString);
    for (String secret : List.of("CELADON", "OLGA", "cezadon", "\"777\"")) {
      assertFalse(told().contains(secret), () -> secret + " in " + told());
    }
  }

  @Test
  void otherFormsOfASecretAreMasked() throws InterruptedException {
    runInMore("case a\nsteps\n| log | Y2VsYWRvbg== and lapis%20lazuli, lapis+lazuli |\n");
    assertEquals(List.of("•••== and •••, •••"), logs());
  }

  @Test
  void whatIsLoggedKeyByKeyTellsNoBeginnings() throws InterruptedException {
    runInMore("case a\nsteps\n| log | lapis lazul, lapis la, lapis |\n");
    assertEquals(List.of("•••, •••, lapis"), logs());
  }
}
