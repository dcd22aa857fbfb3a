package elmtable.webdriver;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Dialogs;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;

/** Dialogs that a page opens with alert, confirm and prompt. */
final class ClassicDialogs implements Dialogs {
  private final Tab tab;
  private final Waiting waiting;

  ClassicDialogs(Tab tab, Waiting waiting) {
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
    } catch (WireError error) {
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
            new BrowserException(
                Kind.PAGE, "No dialog opened within " + Waiting.seconds(limit) + "."));
  }

  @Override
  public Optional<String> open() {
    return tab.dialog();
  }
}
