package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Target;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A browser session over the classic protocol. */
final class ClassicBrowser implements Browser {
  private static final Logger LOG = LoggerFactory.getLogger(ClassicBrowser.class);
  private static final Pattern ADDRESS = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:\\S+");
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Session session;
  private final HostBrowser.Host host;
  private final Runnable onClose;
  private final Tab tab;
  private final Waiting waiting;
  private final Pointer pointer;
  private final Windows windows;
  private final Fields fields;
  private final Dialogs dialogs;

  /**
   * @param handle the tab to be driven, or empty for the one that the session has
   * @param host its second connection, or null
   * @param onClose takes away what was opened for this browser
   */
  ClassicBrowser(Session session, String handle, HostBrowser.Host host, Runnable onClose) {
    this.session = session;
    this.tab = new Tab(session, handle);
    this.host = host;
    this.onClose = onClose;
    this.waiting = new Waiting(tab);
    this.pointer = new Pointer(tab);
    this.windows = new Windows(tab, host == null ? null : host.watch());
    this.fields = new Fields(tab);
    this.dialogs = new Dialogs(tab, waiting);
  }

  @Override
  public void goTo(String address) {
    if (!ADDRESS.matcher(address).matches()) {
      // The driver would hand it to the browser, which makes a search of it.
      throw new BrowserException(Kind.PAGE, "“" + address + "” is no address.");
    }
    try {
      tab.post("/url", Map.of("url", address), Tab.COMMAND);
    } catch (WireError error) {
      if (error.getMessage().contains("net::ERR_")) {
        String reason = error.getMessage().replaceAll(".*net::(ERR_[A-Z_]+).*", "$1");
        throw new BrowserException(
            Kind.PAGE, "Nothing answers at " + address + " (" + reason + ").", error);
      }
      throw tab.failure(error);
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
          tab.script(
              "return document.URL + ' ' + (document.querySelector('.error-code')?.innerText ?? '');",
              List.of());
      if (shown.asText().startsWith("chrome-error:")) {
        String code = shown.asText().replaceFirst("^\\S+ ", "").strip();
        throw new BrowserException(
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
    tab.command("/refresh", Map.of());
  }

  @Override
  public void goBack() {
    tab.command("/back", Map.of());
  }

  @Override
  public void goForward() {
    tab.command("/forward", Map.of());
  }

  @Override
  public String address() {
    return tab.read("/url").asText();
  }

  @Override
  public String title() {
    return tab.read("/title").asText();
  }

  @Override
  public void press(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, fields::press);
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
    waiting.act(target, "there", "", limit, element -> tab.scriptOn(element, Scripts.SCROLL_TO));
  }

  @Override
  public void pressKeys(List<Chord> chords, Optional<Target> target, Duration limit) {
    if (target.isEmpty()) {
      tab.told(() -> pointer.keys(chords));
      return;
    }
    waiting.act(
        target.get(),
        "hover",
        "",
        limit,
        element -> {
          tab.scriptOn(element, "arguments[0].focus();");
          pointer.keys(chords);
        });
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> fields.add(element, text));
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    waiting.chooseSeveral(target, options, limit);
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    waiting.act(target, "attach", "", limit, element -> fields.type(element, file.toString()));
  }

  @Override
  public void enter(Target target, String text, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> fields.replace(element, text));
  }

  @Override
  public void clear(Target target, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> fields.replace(element, ""));
  }

  @Override
  public void choose(Target target, String option, Duration limit) {
    waiting.act(target, "choose", option, limit, element -> {});
  }

  @Override
  public void tick(Target target, boolean ticked, Duration limit) {
    waiting.act(target, "press", "", limit, element -> fields.tick(element, ticked, target));
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
      return JSON.convertValue(tab.script(script, List.of()), Object.class);
    } catch (WireError error) {
      throw error.is("javascript error")
          ? new BrowserException(Kind.PAGE, "The script failed: " + firstLine(error), error)
          : tab.failure(error);
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
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private HostBrowser.Host second(String what) {
    if (host == null) {
      throw new BrowserException(
          Kind.PAGE, "This browser does not tell " + what + "; one that speaks BiDi does.");
    }
    return host;
  }

  @Override
  public void useWindow(String titleOrNumber, Duration limit) {
    tab.told(() -> windows.use(titleOrNumber, limit));
  }

  @Override
  public void closeWindow() {
    tab.told(windows::close);
  }

  @Override
  public void goIntoFrame(Target frame, Duration limit) {
    windows.into(frame, waiting, limit);
  }

  @Override
  public void leaveFrame() {
    tab.told(windows::leaveFrame);
  }

  @Override
  public void resize(int width, int height) {
    if (host == null) {
      tab.told(() -> windows.resize(width, height));
    } else {
      host.program().resize(tab.handle(), width, height);
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
    return dialogs.close(accept, limit);
  }

  @Override
  public String answerDialog(String answer, Duration limit) {
    return dialogs.answer(answer, limit);
  }

  @Override
  public String awaitDialog(Duration limit) {
    return dialogs.await(limit);
  }

  @Override
  public Optional<String> dialog() {
    return tab.dialog();
  }

  @Override
  public Optional<byte[]> picture() {
    if (dialog().isPresent()) {
      return Optional.empty();
    }
    return Optional.of(Base64.getDecoder().decode(tab.read("/screenshot").asText()));
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }

  @Override
  public String source() {
    return tab.read("/source").asText();
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
