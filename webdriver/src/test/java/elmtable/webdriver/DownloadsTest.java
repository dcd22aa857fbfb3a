package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.Downloads.Download;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("A download")
class DownloadsTest extends AbstractBrowserTest {
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
    assertEquals("No file was downloaded within 0.3 s.", failure(""));
    browser.pointer().press(target("link", "kilns.csv"), LIMIT);
    browser.pointer().press(target("link", "clay.csv"), LIMIT);
    Path clay = browser.downloads().await("clay.csv", LIMIT).file().orElseThrow();
    assertEquals("grog", Files.readString(clay));
    assertEquals(
        "No file “clay.csv” was downloaded within 0.3 s, but “kilns.csv”.", failure("clay.csv"));
    assertEquals("kilns.csv", browser.downloads().await("", LIMIT).name());
    assertEquals("No file was downloaded within 0.3 s.", failure(""));
  }

  @Test
  void isOfItsBrowserOnlyAndGoesWithIt() {
    Path file = downloaded(pool);
    assertTrue(failure("").startsWith("No file was downloaded"));
    awaitGone(file);
    assertFalse(Files.exists(file));
  }

  @Test
  void leavesNoFolderWhereItsProgramEnds() {
    Path folder;
    try (BrowserLauncher own = new BrowserLauncher();
        Browser.Pool ending = own.pool(BrowserConfig.of(kind))) {
      folder = downloaded(ending).getParent();
    }
    awaitGone(folder);
    assertFalse(Files.exists(folder));
  }

  /** A file that a browser downloaded before it was closed. */
  private Path downloaded(Browser.Pool from) {
    try (Browser one = from.open()) {
      page = link("kilns.csv", "Olga");
      one.pages().goTo(address("/"));
      one.pointer().press(target("link", "kilns.csv"), LIMIT);
      return one.downloads().await("", LIMIT).file().orElseThrow();
    }
  }

  /** Browsers are closed in the background. */
  private static void awaitGone(Path file) {
    long end = System.nanoTime() + LIMIT.toNanos();
    while (Files.exists(file) && System.nanoTime() < end) {
      Thread.onSpinWait();
    }
  }
}
