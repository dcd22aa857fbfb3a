package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Target;
import java.util.Map;
import java.util.Set;

/** What is done to one field of a form, given as the protocol's element. */
final class FieldActions {
  private static final Set<String> SET_BY_VALUE =
      Set.of("date", "time", "datetime-local", "month", "week", "color", "range");
  private static final String BACKSPACE = "\uE003";

  private final Tab tab;

  FieldActions(Tab tab) {
    this.tab = tab;
  }

  void press(String element) {
    tab.post("/element/" + element + "/click", Map.of());
  }

  /** Types into it, or hands a file to it by its path. */
  void type(String element, String text) {
    tab.post("/element/" + element + "/value", Map.of("text", text));
  }

  void add(String element, String text) {
    tab.scriptOn(element, PageScripts.CARET_BEHIND);
    type(element, text);
  }

  void replace(String element, String text) {
    String type = tab.scriptOn(element, PageScripts.SELECT_CONTENT).asText();
    if (SET_BY_VALUE.contains(type)) {
      JsonNode now = tab.scriptOn(element, PageScripts.SET_VALUE, text);
      if (!now.asText().equals(text)) {
        throw new BrowserException(
            Kind.PAGE,
            "The field is of type "
                + type
                + " and does not take “"
                + text
                + "”; it now holds “"
                + now.asText()
                + "”.");
      }
    } else if (!text.isEmpty()) {
      type(element, text);
    } else if (!type.equals("empty")) {
      // The protocol's own clear tells the page of no input; deleting a selection does.
      type(element, BACKSPACE);
    }
  }

  void tick(String element, boolean ticked, Target target) {
    if (isTicked(element) == ticked) {
      return;
    }
    press(element);
    if (isTicked(element) != ticked) {
      throw new BrowserException(
          Kind.PAGE,
          "“"
              + target.name()
              + "” was pressed and "
              + (ticked ? "is not ticked." : "still is ticked."));
    }
  }

  private boolean isTicked(String element) {
    return tab.scriptOn(element, PageScripts.IS_TICKED).asBoolean();
  }
}
