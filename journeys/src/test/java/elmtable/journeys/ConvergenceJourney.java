package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;

/**
 * Two pages and the folder change one document at once, over the protocol of a real server. The
 * pages are the interface's own documents in a test of the front end, which is started here.
 */
class ConvergenceJourney {
  private static final String SUITE =
      """
      suite Bookings

      case one
      steps
      | open  | Bookings |
      | press | Send     |
      | log   | done     |

      case two
      steps
      | open  | Kilns |
      | press | Save  |
      | log   | over  |
      """;

  /** Two thousand edits for each seed by {@code -Dedits=2000}; some hundreds in every run. */
  @Test
  void pagesAndFolderComeToOneText() throws Exception {
    Path project = Files.createTempDirectory("elm-table-pages-").resolve("project");
    Files.createDirectories(project.resolve("suites"));
    for (int seed = 1; seed <= 3; seed++) {
      Files.writeString(project.resolve("suites/seed-" + seed + ".elmt"), SUITE);
    }
    try (World world = World.on(project)) {
      Process pages = pages(world, Integer.getInteger("edits", 300));
      String said = new String(pages.getInputStream().readAllBytes());
      System.out.println(said);
      assertEquals(0, pages.waitFor());
      assertTrue(said.contains("1 passed"), "the test of the pages ran");
    }
  }

  private static Process pages(World world, int edits) throws Exception {
    ProcessBuilder builder =
        new ProcessBuilder("npx", "vitest", "run", "src/document/convergence.test.ts")
            .directory(new File("../web"))
            .redirectErrorStream(true);
    builder
        .environment()
        .putAll(
            Map.of(
                "ELM_ADDRESS", world.address(),
                "ELM_FOLDER", world.project().toString(),
                "ELM_EDITS", String.valueOf(edits),
                "NO_COLOR", "1"));
    return builder.start();
  }
}
