package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What is said before the start. */
class MissingBrowsersTest {
  private static final Project PROJECT =
      Project.of(
          Map.of("a.elmt", "browser desktop\nkind: chrome\n\nbrowser other\nkind: firefox\n"),
          ProjectFiles.NONE,
          BuiltInKeywords.registry());

  @Test
  void isToldByTheNameOfItsBlockAndLookedForOnceInAWhile() {
    FakeBrowsers browsers = new FakeBrowsers();
    Runner runner = new Runner(() -> browsers);
    List<String> names = List.of("desktop", "other");
    List<String> missing = List.of("Browser other: Firefox is not here; install it.");
    assertEquals(missing, runner.missing(PROJECT, names));
    assertEquals(missing, runner.missing(PROJECT, names));
    assertEquals(2, browsers.looks.get(), "each was looked for once");
  }

  @Test
  void whateverKeepsItFromBeingLookedForIsTold() {
    Runner runner =
        new Runner(() -> {
          throw new IllegalStateException("no browsers on this machine");
        });
    assertEquals(
        List.of("Browser desktop: no browsers on this machine"),
        runner.missing(PROJECT, List.of("desktop")));
  }
}
