package elmtable.webdriver.bidi;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Dialogs;
import elmtable.webdriver.bidi.events.ContextEvents;
import elmtable.webdriver.page.Seconds;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;

/** Dialogs that a page opens with alert, confirm and prompt, over BiDi. */
final class BiDiDialogs implements Dialogs {
  private final BiDiTab tab;

  BiDiDialogs(BiDiTab tab) {
    this.tab = tab;
  }

  @Override
  public String close(boolean accept, Duration limit) {
    ContextEvents.Prompt prompt = find(limit);
    handle(Map.of("context", tab.window(), "accept", accept));
    return prompt.message();
  }

  @Override
  public String answer(String answer, Duration limit) {
    ContextEvents.Prompt prompt = find(limit);
    if (!prompt.type().equals("prompt")) {
      throw new BrowserException(
          Kind.PAGE, "The dialog “" + prompt.message() + "” asks for no text.");
    }
    handle(Map.of("context", tab.window(), "accept", true, "userText", answer));
    return prompt.message();
  }

  private void handle(Map<String, ?> how) {
    tab.command("browsingContext.handleUserPrompt", how);
    tab.events().promptHandled(tab.window());
    tab.acted();
  }

  @Override
  public String await(Duration limit) {
    return find(limit).message();
  }

  private ContextEvents.Prompt find(Duration limit) {
    try {
      return tab.events()
          .awaitPrompt(tab.window(), limit)
          .orElseThrow(() ->
              new BrowserException(
                  Kind.PAGE, "No dialog opened within " + Seconds.of(limit) + "."));
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  @Override
  public Optional<String> open() {
    return tab.dialog();
  }
}
