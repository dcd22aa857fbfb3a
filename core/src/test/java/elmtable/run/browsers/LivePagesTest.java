package elmtable.run.browsers;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import elmtable.browser.BrowserConfig;
import elmtable.run.FakeBrowsers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What who watches a run sees of its workers. */
class LivePagesTest {
  private final LivePages pages = new LivePages();
  private final CaseBrowser browser =
      new CaseBrowser(() -> new FakeBrowsers().pool(BrowserConfig.of("chrome")).open());

  @Test
  void thereIsAPictureWhileAWorkerIsAtAPage() {
    assertEquals(Optional.empty(), pages.picture(1));
    pages.begin(1, browser, () -> List.of("celadon"));
    assertEquals(Optional.empty(), pages.picture(1), "no page was opened yet");
    browser.of(1, Duration.ofSeconds(1), Optional.empty());
    byte[] picture = pages.picture(1).orElseThrow();
    assertArrayEquals("celadon".getBytes(StandardCharsets.UTF_8), picture, "its secrets are told");
    assertSame(picture, pages.picture(1).orElseThrow(), "two who look at once share one");
    assertEquals(Optional.empty(), pages.picture(2));
    pages.end(1);
    assertEquals(Optional.empty(), pages.picture(1));
  }
}
