package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Browser;
import elmtable.browser.BrowserFailure;
import elmtable.browser.BrowserFailure.Kind;
import elmtable.browser.Target;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A browser session over the classic protocol. */
final class ClassicBrowser implements Browser {
  private static final Logger LOG = LoggerFactory.getLogger(ClassicBrowser.class);
  private static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";
  private static final Duration COMMAND = Duration.ofSeconds(90);
  private static final Set<String> SET_BY_VALUE =
      Set.of("date", "time", "datetime-local", "month", "week", "color", "range");
  private static final Pattern ADDRESS = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:\\S+");
  private static final String BACKSPACE = "\uE003";

  private final Session session;
  private final String handle;
  private final Runnable onClose;
  private final Waiting waiting;
  private boolean entered;

  /**
   * @param handle the tab to be driven, or empty for the one that the session has
   * @param onClose takes away what was opened for this browser
   */
  ClassicBrowser(Session session, String handle, Runnable onClose) {
    this.session = session;
    this.handle = handle;
    this.onClose = onClose;
    this.waiting = new Waiting(this);
  }

  JsonNode post(String command, Map<String, ?> body, Duration limit) {
    enter();
    return session.post(command, body, limit);
  }

  private JsonNode get(String command, Duration limit) {
    enter();
    return session.get(command, limit);
  }

  /**
   * The session turns to this browser's tab with the first command, when the case before has ended.
   */
  private void enter() {
    if (!entered && !handle.isEmpty()) {
      session.post("/window", Map.of("handle", handle), COMMAND);
    }
    entered = true;
  }

  private JsonNode command(String command, Map<String, ?> body) {
    try {
      return post(command, body, COMMAND);
    } catch (WireError error) {
      throw failure(error);
    }
  }

  private JsonNode read(String command) {
    try {
      return get(command, COMMAND);
    } catch (WireError error) {
      throw failure(error);
    }
  }

  /** Says in our words what the remote end could not do. */
  BrowserFailure failure(WireError error) {
    if (error.is("unexpected alert open")) {
      return new BrowserFailure(Kind.PAGE, openDialog());
    }
    if (error.is(
            "invalid session id", "session not created", "disconnected", "chrome not reachable")
        || error.getMessage().contains("disconnected")) {
      return new BrowserFailure(Kind.LOST, "The browser is gone: " + error.getMessage(), error);
    }
    return new BrowserFailure(
        Kind.PAGE, "The browser answered “" + error.code() + "”: " + error.getMessage(), error);
  }

  String openDialog() {
    return "The dialog “"
        + dialog().orElse("")
        + "” is open and has to be accepted or dismissed first.";
  }

  @Override
  public void goTo(String address) {
    if (!ADDRESS.matcher(address).matches()) {
      // The driver would hand it to the browser, which makes a search of it.
      throw new BrowserFailure(Kind.PAGE, "“" + address + "” is no address.");
    }
    try {
      post("/url", Map.of("url", address), COMMAND);
    } catch (WireError error) {
      if (error.getMessage().contains("net::ERR_")) {
        String reason = error.getMessage().replaceAll(".*net::(ERR_[A-Z_]+).*", "$1");
        throw new BrowserFailure(
            Kind.PAGE, "Nothing answers at " + address + " (" + reason + ").", error);
      }
      throw failure(error);
    }
    requireAnswer(address);
  }

  /**
   * In a user context the driver answers that all is well where the browser shows its own page of
   * an error.
   */
  private void requireAnswer(String address) {
    try {
      JsonNode shown =
          script(
              "return document.URL + ' ' + (document.querySelector('.error-code')?.innerText ?? '');",
              List.of());
      if (shown.asText().startsWith("chrome-error:")) {
        String code = shown.asText().replaceFirst("^\\S+ ", "").strip();
        throw new BrowserFailure(
            Kind.PAGE,
            "Nothing answers at " + address + (code.isEmpty() ? "." : " (" + code + ")."));
      }
    } catch (WireError dialogOrLeft) {
      // A page that opens a dialog or goes on to another at once did answer.
      LOG.debug("The page could not be asked for its address", dialogOrLeft);
    }
  }

  @Override
  public void reload() {
    command("/refresh", Map.of());
  }

  @Override
  public void goBack() {
    command("/back", Map.of());
  }

  @Override
  public void goForward() {
    command("/forward", Map.of());
  }

  @Override
  public String address() {
    return read("/url").asText();
  }

  @Override
  public String title() {
    return read("/title").asText();
  }

  @Override
  public void press(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, element -> pressHere(element));
  }

  private void pressHere(String element) {
    post("/element/" + element + "/click", Map.of(), COMMAND);
  }

  @Override
  public void enter(Target target, String text, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> replace(element, text));
  }

  @Override
  public void clear(Target target, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> replace(element, ""));
  }

  private void replace(String element, String text) {
    String type = script(Scripts.SELECT_CONTENT, List.of(Map.of(ELEMENT, element))).asText();
    if (SET_BY_VALUE.contains(type)) {
      JsonNode now = script(Scripts.SET_VALUE, List.of(Map.of(ELEMENT, element), text));
      if (!now.asText().equals(text)) {
        throw new BrowserFailure(
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
      post("/element/" + element + "/value", Map.of("text", text), COMMAND);
    } else if (!type.equals("empty")) {
      // The protocol's own clear tells the page of no input; deleting a selection does.
      post("/element/" + element + "/value", Map.of("text", BACKSPACE), COMMAND);
    }
  }

  @Override
  public void choose(Target target, String option, Duration limit) {
    waiting.act(target, "choose", option, limit, element -> {});
  }

  @Override
  public void tick(Target target, boolean ticked, Duration limit) {
    waiting.act(
        target,
        "press",
        "",
        limit,
        element -> {
          if (isTicked(element) != ticked) {
            pressHere(element);
            if (isTicked(element) != ticked) {
              throw new BrowserFailure(
                  Kind.PAGE,
                  "“"
                      + target.name()
                      + "” was pressed and "
                      + (ticked ? "is not ticked." : "still is ticked."));
            }
          }
        });
  }

  private boolean isTicked(String element) {
    return script(Scripts.IS_TICKED, List.of(Map.of(ELEMENT, element))).asBoolean();
  }

  private JsonNode script(String script, List<?> arguments) {
    return post("/execute/sync", Map.of("script", script, "args", arguments), COMMAND);
  }

  @Override
  public String text(Target target, Duration limit) {
    return waiting.read(target, "readtext", limit);
  }

  @Override
  public String value(Target target, Duration limit) {
    return waiting.read(target, "readvalue", limit);
  }

  @Override
  public Observation await(Target target, Wanted wanted, Duration limit) {
    return waiting.observe(target, wanted, limit);
  }

  @Override
  public Observation awaitAddress(String address, Duration limit) {
    return waiting.observePage("address", address, limit);
  }

  @Override
  public Observation awaitTitle(String title, Duration limit) {
    return waiting.observePage("title", title, limit);
  }

  @Override
  public String closeDialog(boolean accept, Duration limit) {
    if (dialog().isEmpty()) {
      waiting.forDialog(limit);
    }
    String text =
        dialog()
            .orElseThrow(() ->
                new BrowserFailure(
                    Kind.PAGE, "No dialog opened within " + Waiting.seconds(limit) + "."));
    command(accept ? "/alert/accept" : "/alert/dismiss", Map.of());
    return text;
  }

  @Override
  public Optional<String> dialog() {
    try {
      return Optional.of(get("/alert/text", COMMAND).asText());
    } catch (WireError error) {
      if (error.is("no such alert")) {
        return Optional.empty();
      }
      throw failure(error);
    }
  }

  @Override
  public Optional<byte[]> picture() {
    if (dialog().isPresent()) {
      return Optional.empty();
    }
    return Optional.of(Base64.getDecoder().decode(read("/screenshot").asText()));
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }

  @Override
  public String source() {
    return read("/source").asText();
  }

  @Override
  public String description() {
    return session.description();
  }

  @Override
  public void close() {
    onClose.run();
  }
}
