package elmtable.webdriver.classic;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Dialogs;
import elmtable.webdriver.page.Seconds;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;

/** Dialogs that a page opens with alert, confirm and prompt. */
final class ClassicDialogs implements Dialogs {
  private final ClassicTab tab;
  private final ClassicWaiting waiting;

  ClassicDialogs(ClassicTab tab, ClassicWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public String close(boolean accept, Duration limit) {
    String text = await(limit);
    tab.command(accept ? "/alert/accept" : "/alert/dismiss", Map.of());
    return text;
  }

  @Override
  public String answer(String answer, Duration limit) {
    String text = await(limit);
    try {
      tab.post("/alert/text", Map.of("text", answer));
    } catch (WebDriverError error) {
      if (error.is("element not interactable", "unsupported operation")) {
        throw new BrowserException(Kind.PAGE, "The dialog “" + text + "” asks for no text.", error);
      }
      throw tab.failure(error);
    }
    tab.command("/alert/accept", Map.of());
    return text;
  }

  @Override
  public String await(Duration limit) {
    if (tab.dialog().isEmpty()) {
      waiting.forDialog(limit);
    }
    return tab.dialog()
        .orElseThrow(() ->
            new BrowserException(Kind.PAGE, "No dialog opened within " + Seconds.of(limit) + "."));
  }

  @Override
  public Optional<String> open() {
    return tab.dialog();
  }
}
