package elmtable.webdriver.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserException;
import elmtable.browser.Chord;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class InputActionsTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "a",
        "ab",
        "aa",
        "hello",
        "Mississippi",
        "As early as you can",
        "eeeeeeee",
        "🙂🙂é\n"
      })
  @SuppressWarnings("unchecked")
  void lettersAreTypedInTheirOrderAndEachKeyGoesUpAgain(String text) {
    List<Map<String, Object>> fingers = InputActions.type(text);
    StringBuilder typed = new StringBuilder();
    Set<String> down = new HashSet<>();
    int ticks = fingers.isEmpty() ? 0 : ((List<?>) fingers.get(0).get("actions")).size();
    for (int tick = 0; tick < ticks; tick++) {
      Set<Object> together = new HashSet<>();
      for (Map<String, Object> finger : fingers) {
        var action = ((List<Map<String, Object>>) finger.get("actions")).get(tick);
        String key = finger.get("id") + " " + action.get("value");
        if (action.get("type").equals("keyDown")) {
          typed.append(action.get("value"));
          assertTrue(down.add(key), "it is not down yet");
          assertTrue(together.add(action.get("value")), "no letter twice at once");
        } else if (action.get("type").equals("keyUp")) {
          assertTrue(down.remove(key), "it is down");
        }
      }
    }
    assertEquals(text, typed.toString().replace("\uE007", "\n"));
    assertEquals(Set.of(), down);
    assertFalse(ticks > text.length() + 1, "never more than letter by letter");
  }

  @Test
  void everyKeyThatARefusalNamesIsKnown() {
    String refusal = assertThrows(BrowserException.class, () -> press("Entr")).getMessage();
    String named =
        refusal.substring(refusal.indexOf("characters and ") + "characters and ".length());
    for (String key : named.replace(".", "").split(",? and |, | to ")) {
      press(key);
    }
  }

  private static void press(String key) {
    InputActions.keys(List.of(new Chord(List.of(key))));
  }
}
