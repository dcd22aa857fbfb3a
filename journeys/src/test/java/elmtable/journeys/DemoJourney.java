package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

/** The whole demo from the command line: every built-in keyword is used in some case of it. */
class DemoJourney {
  @Test
  void allOfItPassesButForThePlantedDefect() throws Exception {
    try (World world = new World()) {
      List<String> printed =
          world.command(
              "run",
              world.project().toString(),
              "--out",
              world.project().resolveSibling("results").toString());
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
  }

  @Test
  void plantedDefectsAreThreeFindingsEachForAReasonOfItsOwn() throws Exception {
    try (World world = new World()) {
      List<String> printed =
          world.command(
              "run",
              world.project().toString(),
              "--plan",
              "with planted defects",
              "--tags",
              "planted",
              "--out",
              world.project().resolveSibling("results").toString());
      String all = String.join("\n", printed);
      assertTrue(all.contains("found:  Booked: 1 shelf"), all);
      assertTrue(all.contains("button Add a photo, Send my offer"), all);
      assertTrue(all.contains("after 4 s."), all);
      assertTrue(all.contains("3 failed"), all);
    }
  }

  /** What browsers do each in their own way: frames, dragging, dialogs, lists, kept sessions. */
  @Test
  void firefoxCarriesOutTheSameSteps() throws Exception {
    try (World world = new World()) {
      List<String> printed =
          world.command(
              "run",
              world.project().toString(),
              "--browser",
              "firefox",
              "--suite",
              "Firing chart",
              "--suite",
              "Glaze mixer",
              "--suite",
              "My firings",
              "--suite",
              "Receipts",
              "--out",
              world.project().resolveSibling("results").toString());
      assertEquals("0", printed.get(printed.size() - 1), String.join("\n", printed));
    }
  }
}
