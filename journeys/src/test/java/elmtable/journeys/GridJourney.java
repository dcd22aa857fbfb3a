package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.CleanupMode;
import org.junit.jupiter.api.io.TempDir;

/** A run on browsers of other machines and of this one at once. */
class GridJourney {
  private static final int BEFORE_THE_FAILURE = 6;

  @Test
  void aNodeThatFailsInTheMiddleOfARunCostsNoCase(
      @TempDir(cleanup = CleanupMode.ON_SUCCESS) Path logs) throws Exception {
    try (World world = new World();
        Grid grid = new Grid(logs, 2)) {
      Files.writeString(
          world.project().resolve("grid.elmt"),
          """
          browser grid
          kind: chrome
          address: %s
          limit: 4
          arguments: --no-sandbox, --disable-gpu, --disable-quic, --disable-dev-shm-usage
          """
              .formatted(grid.address()));
      Process run =
          World.begin(
              "run",
              world.project().toString(),
              "--browser",
              "grid",
              "--browser",
              "desktop",
              "--suite",
              "Kilns",
              "--suite",
              "Glaze mixer",
              "--workers",
              "4",
              "--out",
              logs.resolve("results").toString());
      List<String> printed = new ArrayList<>();
      try (BufferedReader lines = run.inputReader()) {
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
          printed.add(line);
          if (printed.size() == BEFORE_THE_FAILURE) {
            assertTrue(grid.browsers().size() > 0, "the grid is in use");
            grid.killNode();
          }
        }
      }
      String all = String.join("\n", printed);
      assertEquals(0, run.waitFor(), all);
      assertTrue(all.contains(" passed in "), all);
      World.awaitEnd(grid.browsers());
    }
  }
}
