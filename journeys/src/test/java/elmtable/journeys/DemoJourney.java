package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** The whole demo from the command line: every built-in keyword is used in some case of it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class DemoJourney {
  private World world;

  @BeforeAll
  void start() throws Exception {
    world = new World();
  }

  @AfterAll
  void stop() throws Exception {
    world.close();
  }

  @Test
  void allOfItPassesButForThePlantedDefect() throws Exception {
    List<String> printed = run();
    List<String> others =
        printed.stream()
            .filter(line -> line.matches("(failed|error|blocked|skipped|not run) .*"))
            .map(line -> line.replaceAll(" +[0-9.]+ s +", " "))
            .sorted()
            .toList();
    assertEquals(
        List.of(
            "failed Firing requests / The Monday offer can be requested",
            "skipped Studio interface / Later on"),
        others,
        String.join("\n", printed));
    assertEquals("1", printed.get(printed.size() - 1));
  }

  @Test
  void plantedDefectsAreThreeFindingsEachForAReasonOfItsOwn() throws Exception {
    List<String> printed = run("--plan", "with planted defects", "--tags", "planted");
    String all = String.join("\n", printed);
    assertTrue(all.contains("found:  Booked: 1 shelf"), all);
    assertTrue(all.contains("button Add a photo, Send my offer"), all);
    assertTrue(all.contains("after 4 s."), all);
    assertTrue(all.contains("3 failed"), all);
  }

  /** What browsers do each in their own way: frames, dragging, dialogs, lists, kept sessions. */
  @Test
  void firefoxCarriesOutTheSameSteps() throws Exception {
    List<String> printed =
        run(
            "--browser",
            "firefox",
            "--suite",
            "Firing chart",
            "--suite",
            "Glaze mixer",
            "--suite",
            "My firings",
            "--suite",
            "Receipts");
    assertEquals("0", printed.get(printed.size() - 1), String.join("\n", printed));
  }

  /** What a run of the project prints, with its exit code as the last line. */
  private List<String> run(String... options) throws Exception {
    List<String> arguments =
        new ArrayList<>(
            List.of(
                "run",
                world.project().toString(),
                "--out",
                world.project().resolveSibling("results").toString()));
    arguments.addAll(List.of(options));
    return world.command(arguments.toArray(String[]::new));
  }
}
