package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import org.junit.jupiter.api.Test;

class ChromeStarterTest {
  /** Who wants to watch a run is told, instead of looking at an empty screen. */
  @Test
  void aHeadlessShellCannotBeWatched() {
    ChromeStarter starter = new ChromeStarter();
    BrowserConfig seen = BrowserConfig.of(BrowserConfig.HEADLESS_SHELL).seen();
    BrowserException refused = assertThrows(BrowserException.class, () -> starter.start(seen));
    assertEquals(BrowserException.Kind.LOST, refused.kind());
    assertEquals(
        "A headless shell is never on the screen; choose a browser of kind chrome to watch.",
        refused.getMessage());
  }
}
