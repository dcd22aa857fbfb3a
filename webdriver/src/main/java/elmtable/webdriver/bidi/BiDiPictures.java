package elmtable.webdriver.bidi;

import elmtable.browser.Pictures;
import elmtable.browser.Target;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;

/** Pictures, over BiDi. */
final class BiDiPictures implements Pictures {
  private final BiDiTab tab;
  private final BiDiWaiting waiting;

  BiDiPictures(BiDiTab tab, BiDiWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public Optional<byte[]> take() {
    if (tab.dialog().isPresent()) {
      return Optional.empty();
    }
    String data =
        tab.command("browsingContext.captureScreenshot", Map.of("context", tab.window()))
            .path("data")
            .asText();
    return Optional.of(Base64.getDecoder().decode(data));
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }
}
