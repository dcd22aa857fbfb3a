package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.page.Seconds;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** The commands of one tab of a session, and what the remote end's errors mean. */
final class ClassicTab {
  static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";

  /** What is asked outside of steps, as for evidence. */
  private static final Duration USUAL = Duration.ofSeconds(10);

  /** An answer that comes this late is still the answer. */
  static final Duration MARGIN = Duration.ofSeconds(1);

  private final ClassicSession session;
  private String handle = "";
  private boolean silent;
  private Duration limit = USUAL;
  private long end;
  private long pageLimit = -1;

  /** The names of the frames that were gone into, the outermost first. */
  private final List<String> frames = new ArrayList<>();

  ClassicTab(ClassicSession session) {
    this.session = session;
    within(USUAL);
  }

  /** A step begins: all of its commands together take so long at most. */
  void within(Duration limit) {
    this.limit = limit;
    end = System.nanoTime() + limit.toNanos();
  }

  boolean isSilent() {
    return silent;
  }

  /** What is left of the step's time, with what a late answer may take. */
  Duration left() {
    return Duration.ofNanos(Math.max(0, end - System.nanoTime())).plus(MARGIN);
  }

  /** Throws {@link WebDriverError} as the remote end told it, as {@link #get} does. */
  JsonNode post(String command, Map<String, ?> body, Duration limit) {
    return answered(() -> session.post(command, body, limit));
  }

  JsonNode post(String command, Map<String, ?> body) {
    return post(command, body, left());
  }

  JsonNode get(String command) {
    return answered(() -> session.get(command, left()));
  }

  void delete(String command) {
    answered(() -> session.delete(command, left()));
  }

  private JsonNode answered(Supplier<JsonNode> command) {
    if (silent) {
      throw new BrowserException(
          Kind.SILENT, "The browser was closed, as its page did not answer any more.");
    }
    try {
      return command.get();
    } catch (BrowserException failed) {
      throw failed.kind() == Kind.SILENT ? fallenSilent(failed) : failed;
    }
  }

  /** Each further command would wait for that page. */
  BrowserException fallenSilent(Throwable cause) {
    silent = true;
    return new BrowserException(
        Kind.SILENT,
        "The page did not answer for "
            + Seconds.of(limit)
            + "; something in it keeps it busy. Its browser was closed.",
        cause);
  }

  /** Goes to another page by a command that comes back once that is loaded. */
  void load(String command, Map<String, ?> body) {
    long millis = Math.max(1, (end - System.nanoTime()) / 1_000_000);
    if (pageLimit != millis) {
      post("/timeouts", Map.of("pageLoad", millis));
      pageLimit = millis;
    }
    try {
      post(command, body);
    } catch (WebDriverError error) {
      if (!error.is("timeout")) {
        throw error;
      }
      // Each further command would wait for that page.
      silent = true;
      throw new BrowserException(
          Kind.SILENT,
          "The page was not loaded after "
              + Seconds.of(limit)
              + (body.get("url") instanceof String url ? " (" + url + ")." : ".")
              + " Its browser was closed.",
          error);
    }
    leaveFrames();
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
      handle = get("/window").asText();
    }
    return handle;
  }

  void switchTo(String window) {
    post("/window", Map.of("handle", window));
    handle = window;
    leaveFrames();
  }

  /** As {@link #post}, but what fails is a {@link BrowserException} for people. */
  JsonNode command(String command, Map<String, ?> body) {
    try {
      return post(command, body);
    } catch (WebDriverError error) {
      throw failure(error);
    }
  }

  /** As {@link #get}, but what fails is a {@link BrowserException} for people. */
  JsonNode read(String command) {
    try {
      return get(command);
    } catch (WebDriverError error) {
      throw failure(error);
    }
  }

  /** Says in our words what the remote end could not do. */
  BrowserException failure(WebDriverError error) {
    if (error.is("unexpected alert open")) {
      return new BrowserException(Kind.PAGE, openDialog());
    }
    if (error.is(
            "invalid session id", "session not created", "disconnected", "chrome not reachable")
        || error.getMessage().contains("disconnected")
        || error.getMessage().contains("tab crashed")
        // A grid has no code of its own for a node that is gone.
        || error.is("unknown error") && !session.answers()) {
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
    return post("/execute/sync", Map.of("script", script, "args", arguments));
  }

  /** Carries out commands, and says in our words what the remote end could not do. */
  void told(Runnable commands) {
    try {
      commands.run();
    } catch (WebDriverError error) {
      throw failure(error);
    }
  }

  /** What an open dialog says. */
  Optional<String> dialog() {
    try {
      return Optional.of(get("/alert/text").asText());
    } catch (WebDriverError error) {
      if (error.is("no such alert")) {
        return Optional.empty();
      }
      throw failure(error);
    }
  }
}
