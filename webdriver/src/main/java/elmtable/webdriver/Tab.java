package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The commands of one tab of a session, and what the remote end's errors mean. */
final class Tab {
  static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";
  static final Duration COMMAND = Duration.ofSeconds(90);

  private final Session session;
  private String handle;
  private boolean entered;

  /** The names of the frames that were gone into, the outermost first. */
  private final List<String> frames = new ArrayList<>();

  /**
   * @param handle the tab, or empty for the one that the session has
   */
  Tab(Session session, String handle) {
    this.session = session;
    this.handle = handle;
  }

  /** Throws {@link WireError} as the remote end told it, as {@link #get} does. */
  JsonNode post(String command, Map<String, ?> body, Duration limit) {
    enter();
    return session.post(command, body, limit);
  }

  JsonNode get(String command, Duration limit) {
    enter();
    return session.get(command, limit);
  }

  void delete(String command) {
    enter();
    session.delete(command, COMMAND);
  }

  /** The names of the frames that were gone into, the outermost first. */
  List<String> frames() {
    return List.copyOf(frames);
  }

  void enterFrame(String name) {
    frames.add(name);
  }

  void leaveFrame() {
    if (!frames.isEmpty()) {
      frames.remove(frames.size() - 1);
    }
  }

  /** Another page or window is looked at as a whole. */
  void leaveFrames() {
    frames.clear();
  }

  /** The window that is driven. */
  String handle() {
    if (handle.isEmpty()) {
      handle = get("/window", COMMAND).asText();
    }
    return handle;
  }

  void switchTo(String window) {
    session.post("/window", Map.of("handle", window), COMMAND);
    handle = window;
    entered = true;
    leaveFrames();
  }

  /** The session turns to this tab with the first command, when the case before has ended. */
  private void enter() {
    if (!entered && !handle.isEmpty()) {
      session.post("/window", Map.of("handle", handle), COMMAND);
    }
    entered = true;
  }

  /** As {@link #post}, but what fails is a {@link BrowserException} for people. */
  JsonNode command(String command, Map<String, ?> body) {
    try {
      return post(command, body, COMMAND);
    } catch (WireError error) {
      throw failure(error);
    }
  }

  /** As {@link #get}, but what fails is a {@link BrowserException} for people. */
  JsonNode read(String command) {
    try {
      return get(command, COMMAND);
    } catch (WireError error) {
      throw failure(error);
    }
  }

  /** Says in our words what the remote end could not do. */
  BrowserException failure(WireError error) {
    if (error.is("unexpected alert open")) {
      return new BrowserException(Kind.PAGE, openDialog());
    }
    if (error.is(
            "invalid session id", "session not created", "disconnected", "chrome not reachable")
        || error.getMessage().contains("disconnected")) {
      return new BrowserException(Kind.LOST, "The browser is gone: " + error.getMessage(), error);
    }
    return new BrowserException(
        Kind.PAGE, "The browser answered “" + error.code() + "”: " + error.getMessage(), error);
  }

  String openDialog() {
    return "The dialog “"
        + dialog().orElse("")
        + "” is open and has to be accepted or dismissed first.";
  }

  JsonNode script(String script, List<?> arguments) {
    return post("/execute/sync", Map.of("script", script, "args", arguments), COMMAND);
  }

  /** A script with an element as its first argument. */
  JsonNode scriptOn(String element, String script, Object... more) {
    List<Object> arguments = new ArrayList<>(List.of(Map.of(ELEMENT, element)));
    arguments.addAll(List.of(more));
    return script(script, arguments);
  }

  /** Carries out commands, and says in our words what the remote end could not do. */
  void told(Runnable commands) {
    try {
      commands.run();
    } catch (WireError error) {
      throw failure(error);
    }
  }

  /** What an open dialog says. */
  Optional<String> dialog() {
    try {
      return Optional.of(get("/alert/text", COMMAND).asText());
    } catch (WireError error) {
      if (error.is("no such alert")) {
        return Optional.empty();
      }
      throw failure(error);
    }
  }
}
