package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.Downloads.Download;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("A download")
class DownloadsTest extends AbstractBrowserTest {
  /** From one look at a file to the next. */
  private static final Duration A_LOOK = Duration.ofMillis(10);

  /** A page of one link that downloads a text of its own. */
  private static String link(String name, String text) {
    return "<a download='" + name + "' href='data:text/csv," + text + "'>" + name + "</a> ";
  }

  private String failure(String name) {
    return failure(() -> browser.downloads().await(name, SHORT));
  }

  @Test
  void isWaitedForAndLiesUnderItsName() throws IOException {
    show(
        link("kilns.csv", "Olga")
            + "<script>setTimeout(() => document.querySelector('a').click(), 300)</script>");
    Download download = browser.downloads().await("", LIMIT);
    Path file = download.file().orElseThrow();
    assertEquals(List.of("kilns.csv", "Olga"), List.of(download.name(), Files.readString(file)));
    assertEquals("kilns.csv", file.getFileName().toString());
    assertEquals(List.of(), browser.network().awaitQuiet(LIMIT));
  }

  @Test
  void isGivenOnceAndByItsName() throws IOException {
    show(link("kilns.csv", "Olga") + link("clay.csv", "grog"));
    assertEquals("No file was downloaded within 1 s.", failure(""));
    browser.pointer().press(target("link", "kilns.csv"), LIMIT);
    browser.pointer().press(target("link", "clay.csv"), LIMIT);
    Path clay = browser.downloads().await("clay.csv", LIMIT).file().orElseThrow();
    assertEquals("grog", Files.readString(clay));
    assertEquals(
        "No file “clay.csv” was downloaded within 1 s, but “kilns.csv”.", failure("clay.csv"));
    assertEquals("kilns.csv", browser.downloads().await("", LIMIT).name());
    assertEquals("No file was downloaded within 1 s.", failure(""));
  }

  @Test
  void isOfItsBrowserOnlyAndGoesWithIt() {
    Path file = downloaded(pool);
    assertTrue(failure("").startsWith("No file was downloaded"));
    await(file, false);
  }

  @Test
  void leavesNoFolderWhereItsProgramEnds() {
    Path folder;
    try (BrowserLauncher own = new BrowserLauncher(Path.of(""));
        Browser.Pool ending = own.pool(BrowserConfig.of(kind))) {
      folder = downloaded(ending).getParent();
    }
    await(folder, false);
  }

  @Test
  void staysInTheFolderThatTheBrowserBlockNamesNextToOthersOfItsName(@TempDir Path project)
      throws IOException {
    Path folder = project.resolve("kept/here");
    try (BrowserLauncher own = new BrowserLauncher(project);
        Browser.Pool staying = own.pool(BrowserConfig.of(kind).downloadingTo("kept/here"))) {
      assertEquals(folder.resolve("kilns.csv"), downloaded(staying));
      assertEquals(folder.resolve("kilns (2).csv"), downloaded(staying));
      try (Browser one = openOf(staying)) {
        page = link("clay.csv", "grog") + link("kilns.csv", "Wren");
        one.pages().goTo(address("/"));
        one.pointer().press(target("link", "clay.csv"), LIMIT);
        one.pointer().press(target("link", "kilns.csv"), LIMIT);
        one.downloads().await("kilns.csv", LIMIT);
      }
      await(folder.resolve("clay.csv"), true);
    }
    assertEquals("Olga", Files.readString(folder.resolve("kilns.csv")));
    assertEquals("Olga", Files.readString(folder.resolve("kilns (2).csv")));
    assertEquals("Wren", Files.readString(folder.resolve("kilns (3).csv")));
    assertEquals("grog", Files.readString(folder.resolve("clay.csv")), "nobody asked for it");
  }

  @Test
  void thatHasNoFolderIsSaid(@TempDir Path project) throws IOException {
    Files.writeString(project.resolve("file"), "no folder");
    try (BrowserLauncher own = new BrowserLauncher(project);
        Browser.Pool other = own.pool(BrowserConfig.of(kind).downloadingTo("file"))) {
      BrowserException none = assertThrows(BrowserException.class, other::open);
      assertTrue(
          none.getMessage().startsWith("No folder for downloads can be made: "), none.getMessage());
    }
  }

  /** A file that a browser downloaded before it was closed. */
  private Path downloaded(Browser.Pool from) {
    try (Browser one = openOf(from)) {
      page = link("kilns.csv", "Olga");
      one.pages().goTo(address("/"));
      one.pointer().press(target("link", "kilns.csv"), LIMIT);
      return one.downloads().await("", LIMIT).file().orElseThrow();
    }
  }

  /** Files come and go in the background: downloads at their end, folders with their browser. */
  private static void await(Path file, boolean there) {
    long end = System.nanoTime() + LIMIT.toNanos();
    while (Files.exists(file) != there && System.nanoTime() < end) {
      LockSupport.parkNanos(A_LOOK.toNanos());
    }
    assertEquals(there, Files.exists(file), file + " is there");
  }
}
