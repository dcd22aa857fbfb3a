package elmtable.webdriver.page;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Chord;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What a hand does with pointer and keys, as the actions that both protocols have (W3C WebDriver,
 * 15, and WebDriver BiDi, 7.7.1). An element is given as the protocol's own reference.
 */
public final class InputActions {

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

  /** How many keys go down together where a text is typed. */
  private static final int TOGETHER = 4;

  private static final Map<String, Object> PAUSE = Map.of("type", "pause", "duration", 0);
  private static final int LEFT = 0;
  private static final int OTHER = 2;

  private InputActions() {}

  public static Map<String, Object> moveTo(Map<String, ?> element) {
    return pointer(List.of(move(element, 0, 0)));
  }

  public static Map<String, Object> press(Map<String, ?> element) {
    return pointer(List.of(move(element, 0, 0), down(LEFT), up(LEFT)));
  }

  public static Map<String, Object> pressTwice(Map<String, ?> element) {
    return pointer(List.of(move(element, 0, 0), down(LEFT), up(LEFT), down(LEFT), up(LEFT)));
  }

  public static Map<String, Object> pressWithOtherButton(Map<String, ?> element) {
    return pointer(List.of(move(element, 0, 0), down(OTHER), up(OTHER)));
  }

  /** A page takes up a drag only after the pointer has moved a little with its button down. */
  public static Map<String, Object> drag(Map<String, ?> element, Map<String, ?> onto) {
    return pointer(
        List.of(
            move(element, 0, 0),
            down(LEFT),
            move(element, 4, 4),
            move(onto, -2, -2),
            move(onto, 0, 0),
            up(LEFT)));
  }

  public static Map<String, Object> keys(List<Chord> chords) {
    List<Map<String, Object>> actions = new ArrayList<>();
    for (Chord chord : chords) {
      List<String> keys = chord.keys().stream().map(InputActions::key).toList();
      keys.forEach(key -> actions.add(Map.of("type", "keyDown", "value", key)));
      List<String> back = new ArrayList<>(keys);
      Collections.reverse(back);
      back.forEach(key -> actions.add(Map.of("type", "keyUp", "value", key)));
    }
    return Map.of("type", "key", "id", "keys", "actions", actions);
  }

  /**
   * Each character of a text by its key, and a line break by Enter. The keys of a few letters go
   * down together, while those of the letters before go up: a remote end takes its time for each
   * such tick, however many keys are in it. Within a tick the letters keep their order.
   */
  public static List<Map<String, Object>> type(String text) {
    List<List<Integer>> ticks = ticks(text.replace("\r\n", "\n").codePoints().toArray());
    int hand = ticks.stream().mapToInt(List::size).max().orElse(0);
    List<Map<String, Object>> fingers = new ArrayList<>();
    for (int finger = 0; finger < 2 * hand; finger++) {
      List<Map<String, Object>> actions = new ArrayList<>();
      for (int tick = 0; tick <= ticks.size(); tick++) {
        // Each hand presses in one tick and lets go in the next.
        boolean presses = tick % 2 == finger / hand;
        actions.add(
            letter(ticks, presses ? tick : tick - 1, finger % hand)
                .map(letter -> key(presses ? "keyDown" : "keyUp", letter))
                .orElse(PAUSE));
      }
      fingers.add(keys("finger " + finger, actions));
    }
    return fingers;
  }

  /** The letters whose keys go down together; none stands twice among them. */
  private static List<List<Integer>> ticks(int[] letters) {
    List<List<Integer>> ticks = new ArrayList<>();
    List<Integer> last = List.of();
    for (int letter : letters) {
      if (ticks.isEmpty() || last.size() == TOGETHER || last.contains(letter)) {
        last = new ArrayList<>();
        ticks.add(last);
      }
      last.add(letter);
    }
    return ticks;
  }

  private static Optional<Integer> letter(List<List<Integer>> ticks, int tick, int place) {
    boolean there = tick >= 0 && tick < ticks.size() && place < ticks.get(tick).size();
    return there ? Optional.of(ticks.get(tick).get(place)) : Optional.empty();
  }

  private static Map<String, Object> key(String type, int letter) {
    return Map.of(
        "type", type, "value", letter == '\n' ? KEYS.get("enter") : Character.toString(letter));
  }

  private static Map<String, Object> keys(String id, List<Map<String, Object>> actions) {
    return Map.of("type", "key", "id", id, "actions", actions);
  }

  public static Map<String, Object> backspace() {
    return keys(List.of(new Chord(List.of("Backspace"))));
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
              + "” not found; there are single characters and Enter, Tab, Escape, Space,"
              + " Backspace, Delete, Insert, Home, End, PageUp, PageDown, ArrowUp, ArrowDown, ArrowLeft, ArrowRight,"
              + " F1 to F12, Shift, Control, Alt and Meta.");
    }
    return key;
  }

  private static Map<String, Object> move(Map<String, ?> element, int x, int y) {
    return Map.of("type", "pointerMove", "duration", 0, "x", x, "y", y, "origin", element);
  }

  private static Map<String, Object> down(int button) {
    return Map.of("type", "pointerDown", "button", button);
  }

  private static Map<String, Object> up(int button) {
    return Map.of("type", "pointerUp", "button", button);
  }

  private static Map<String, Object> pointer(List<Map<String, Object>> actions) {
    return Map.of(
        "type",
        "pointer",
        "id",
        "pointer",
        "parameters",
        Map.of("pointerType", "mouse"),
        "actions",
        actions);
  }
}
