package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.Browser;
import elmtable.browser.BrowserFailure;
import elmtable.browser.BrowserFailure.Kind;
import elmtable.browser.Target;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
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
  static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";
  private static final Duration COMMAND = Duration.ofSeconds(90);
  private static final Set<String> SET_BY_VALUE =
      Set.of("date", "time", "datetime-local", "month", "week", "color", "range");
  private static final Pattern ADDRESS = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:\\S+");
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String BACKSPACE = "\uE003";

  private final Session session;
  private final HostBrowser.Host host;
  private final Runnable onClose;
  private final Waiting waiting;
  private final Pointer pointer;
  private final Windows windows;
  private String handle;
  private boolean entered;

  /**
   * @param handle the tab to be driven, or empty for the one that the session has
   * @param host its second connection, or null
   * @param onClose takes away what was opened for this browser
   */
  ClassicBrowser(Session session, String handle, HostBrowser.Host host, Runnable onClose) {
    this.session = session;
    this.handle = handle;
    this.host = host;
    this.onClose = onClose;
    this.waiting = new Waiting(this);
    this.pointer = new Pointer(this);
    this.windows = new Windows(this, host == null ? null : host.watch());
  }

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
  public void pressTwice(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, pointer::pressTwice);
  }

  @Override
  public void pressWithOtherButton(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, pointer::pressWithOtherButton);
  }

  @Override
  public void hover(Target target, Duration limit) {
    waiting.act(target, "hover", "", limit, pointer::moveTo);
  }

  @Override
  public void drag(Target target, Target onto, Duration limit) {
    waiting.act(
        target,
        "hover",
        "",
        limit,
        from -> waiting.act(onto, "hover", "", limit, to -> pointer.drag(from, to)));
  }

  @Override
  public void scrollTo(Target target, Duration limit) {
    waiting.act(
        target,
        "there",
        "",
        limit,
        element -> script(Scripts.SCROLL_TO, List.of(Map.of(ELEMENT, element))));
  }

  @Override
  public void pressKeys(List<Chord> chords, Optional<Target> target, Duration limit) {
    if (target.isEmpty()) {
      told(() -> pointer.keys(chords));
      return;
    }
    waiting.act(
        target.get(),
        "hover",
        "",
        limit,
        element -> {
          script("arguments[0].focus();", List.of(Map.of(ELEMENT, element)));
          pointer.keys(chords);
        });
  }

  /** Carries out commands, and says in our words what the remote end could not do. */
  private void told(Runnable commands) {
    try {
      commands.run();
    } catch (WireError error) {
      throw failure(error);
    }
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    waiting.act(
        target,
        "edit",
        "",
        limit,
        element -> {
          script(Scripts.CARET_BEHIND, List.of(Map.of(ELEMENT, element)));
          post("/element/" + element + "/value", Map.of("text", text), COMMAND);
        });
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    waiting.chooseSeveral(target, options, limit);
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    waiting.act(
        target,
        "attach",
        "",
        limit,
        element ->
            post("/element/" + element + "/value", Map.of("text", file.toString()), COMMAND));
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

  JsonNode script(String script, List<?> arguments) {
    return post("/execute/sync", Map.of("script", script, "args", arguments), COMMAND);
  }

  @Override
  public String text(Target target, Duration limit) {
    return waiting.read(target, "readtext", "", limit).path("found").asText();
  }

  @Override
  public String value(Target target, Duration limit) {
    return waiting.read(target, "readvalue", "", limit).path("found").asText();
  }

  @Override
  public String attribute(Target target, String attribute, Duration limit) {
    return waiting.read(target, "readattribute", attribute, limit).path("found").asText();
  }

  @Override
  public int count(Target target) {
    return waiting.count(target);
  }

  @Override
  public List<List<String>> table(Target target, Duration limit) {
    List<List<String>> rows = new ArrayList<>();
    for (JsonNode row : waiting.read(target, "readtable", "", limit).path("rows")) {
      List<String> cells = new ArrayList<>();
      row.forEach(cell -> cells.add(cell.asText()));
      rows.add(cells);
    }
    return rows;
  }

  @Override
  public Object script(String script) {
    try {
      return JSON.convertValue(script(script, List.of()), Object.class);
    } catch (WireError error) {
      throw error.is("javascript error")
          ? new BrowserFailure(Kind.PAGE, "The script failed: " + firstLine(error), error)
          : failure(error);
    }
  }

  private static String firstLine(WireError error) {
    return error.getMessage().lines().findFirst().orElse("without a reason");
  }

  @Override
  public List<String> consoleErrors() {
    HostBrowser.Host second = second("what pages report to the console");
    second.program().settle();
    return second.watch().errors();
  }

  @Override
  public List<String> awaitQuietNetwork(Duration limit) {
    HostBrowser.Host second = second("what pages ask of the network");
    second.program().settle();
    try {
      return second.watch().awaitQuiet(limit);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserFailure(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private HostBrowser.Host second(String what) {
    if (host == null) {
      throw new BrowserFailure(
          Kind.PAGE, "This browser does not tell " + what + "; one that speaks BiDi does.");
    }
    return host;
  }

  @Override
  public void useWindow(String titleOrNumber, Duration limit) {
    told(() -> windows.use(titleOrNumber, limit));
  }

  @Override
  public void closeWindow() {
    told(windows::close);
  }

  @Override
  public void goIntoFrame(Target frame, Duration limit) {
    windows.into(frame, waiting, limit);
  }

  @Override
  public void leaveFrame() {
    told(windows::leaveFrame);
  }

  @Override
  public void resize(int width, int height) {
    if (host == null) {
      told(() -> windows.resize(width, height));
    } else {
      host.program().resize(handle(), width, height);
    }
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
    String text = awaitDialog(limit);
    command(accept ? "/alert/accept" : "/alert/dismiss", Map.of());
    return text;
  }

  @Override
  public String answerDialog(String answer, Duration limit) {
    String text = awaitDialog(limit);
    try {
      post("/alert/text", Map.of("text", answer), COMMAND);
    } catch (WireError error) {
      if (error.is("element not interactable", "unsupported operation")) {
        throw new BrowserFailure(Kind.PAGE, "The dialog “" + text + "” asks for no text.", error);
      }
      throw failure(error);
    }
    command("/alert/accept", Map.of());
    return text;
  }

  @Override
  public String awaitDialog(Duration limit) {
    if (dialog().isEmpty()) {
      waiting.forDialog(limit);
    }
    return dialog()
        .orElseThrow(() ->
            new BrowserFailure(
                Kind.PAGE, "No dialog opened within " + Waiting.seconds(limit) + "."));
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
