package elmtable.webdriver;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Chord;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What a hand does with pointer and keys, as actions of the classic protocol. */
final class InputActions {

  /** Names as in UI Events, with the code points that the protocol has for them. */
  private static final Map<String, String> KEYS =
      Map.ofEntries(
          Map.entry("backspace", "\uE003"),
          Map.entry("tab", "\uE004"),
          Map.entry("enter", "\uE007"),
          Map.entry("shift", "\uE008"),
          Map.entry("control", "\uE009"),
          Map.entry("ctrl", "\uE009"),
          Map.entry("alt", "\uE00A"),
          Map.entry("escape", "\uE00C"),
          Map.entry("space", " "),
          Map.entry("pageup", "\uE00E"),
          Map.entry("pagedown", "\uE00F"),
          Map.entry("end", "\uE010"),
          Map.entry("home", "\uE011"),
          Map.entry("arrowleft", "\uE012"),
          Map.entry("arrowup", "\uE013"),
          Map.entry("arrowright", "\uE014"),
          Map.entry("arrowdown", "\uE015"),
          Map.entry("insert", "\uE016"),
          Map.entry("delete", "\uE017"),
          Map.entry("f1", "\uE031"),
          Map.entry("f2", "\uE032"),
          Map.entry("f3", "\uE033"),
          Map.entry("f4", "\uE034"),
          Map.entry("f5", "\uE035"),
          Map.entry("f6", "\uE036"),
          Map.entry("f7", "\uE037"),
          Map.entry("f8", "\uE038"),
          Map.entry("f9", "\uE039"),
          Map.entry("f10", "\uE03A"),
          Map.entry("f11", "\uE03B"),
          Map.entry("f12", "\uE03C"),
          Map.entry("meta", "\uE03D"));

  private static final int LEFT = 0;
  private static final int OTHER = 2;

  private final Tab tab;

  InputActions(Tab tab) {
    this.tab = tab;
  }

  void moveTo(String element) {
    pointer(List.of(move(element, 0, 0)));
  }

  void pressTwice(String element) {
    pointer(List.of(move(element, 0, 0), down(LEFT), up(LEFT), down(LEFT), up(LEFT)));
  }

  void pressWithOtherButton(String element) {
    pointer(List.of(move(element, 0, 0), down(OTHER), up(OTHER)));
  }

  /** A page takes up a drag only after the pointer has moved a little with its button down. */
  void drag(String element, String onto) {
    pointer(
        List.of(
            move(element, 0, 0),
            down(LEFT),
            move(element, 4, 4),
            move(onto, -2, -2),
            move(onto, 0, 0),
            up(LEFT)));
  }

  void keys(List<Chord> chords) {
    List<Map<String, Object>> actions = new ArrayList<>();
    for (Chord chord : chords) {
      List<String> keys = chord.keys().stream().map(InputActions::key).toList();
      keys.forEach(key -> actions.add(Map.of("type", "keyDown", "value", key)));
      List<String> back = new ArrayList<>(keys);
      Collections.reverse(back);
      back.forEach(key -> actions.add(Map.of("type", "keyUp", "value", key)));
    }
    perform(Map.of("type", "key", "id", "keys", "actions", actions));
  }

  private static String key(String name) {
    if (name.codePointCount(0, name.length()) == 1) {
      return name;
    }
    String key = KEYS.get(name.toLowerCase(Locale.ROOT).replace("_", ""));
    if (key == null) {
      throw new BrowserException(
          Kind.PAGE,
          "Key “"
              + name
              + "” not found; there are single characters and Enter, Tab, Escape, Space, Backspace, Delete,"
              + " Insert, Home, End, PageUp, PageDown, ArrowUp, ArrowDown, ArrowLeft, ArrowRight,"
              + " F1 to F12, Shift, Control, Alt and Meta.");
    }
    return key;
  }

  private static Map<String, Object> move(String element, int x, int y) {
    return Map.of(
        "type",
        "pointerMove",
        "duration",
        0,
        "x",
        x,
        "y",
        y,
        "origin",
        Map.of(Tab.ELEMENT, element));
  }

  private static Map<String, Object> down(int button) {
    return Map.of("type", "pointerDown", "button", button);
  }

  private static Map<String, Object> up(int button) {
    return Map.of("type", "pointerUp", "button", button);
  }

  private void pointer(List<Map<String, Object>> actions) {
    perform(
        Map.of(
            "type",
            "pointer",
            "id",
            "pointer",
            "parameters",
            Map.of("pointerType", "mouse"),
            "actions",
            actions));
  }

  private void perform(Map<String, Object> source) {
    tab.post("/actions", Map.of("actions", List.of(source)));
  }
}
