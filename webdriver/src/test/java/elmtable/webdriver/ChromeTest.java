package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.Browser.Observation;
import elmtable.browser.Browser.Wanted;
import elmtable.browser.BrowserFailure;
import elmtable.browser.Locator;
import elmtable.browser.Target;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The port, against a real browser and pages made for one thing each. */
class ChromeTest {
  private static final Duration LIMIT = Duration.ofSeconds(30);
  private static final Duration SHORT = Duration.ofMillis(300);

  private static ChromeLauncher launcher;
  private static Browser.Lane lane;
  private static HttpServer server;
  private static volatile String page = "";
  private Browser browser;

  @BeforeAll
  static void start() throws IOException {
    launcher = new ChromeLauncher();
    lane = launcher.lane(Browser.Setup.usual());
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    server.createContext(
        "/",
        exchange -> {
          String body =
              exchange.getRequestURI().getPath().equals("/next")
                  ? "<title>Next</title><p id=there>there"
                  : page;
          byte[] bytes =
              ("<!doctype html><meta charset=utf-8>" + body).getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, bytes.length);
          exchange.getResponseBody().write(bytes);
          exchange.close();
        });
    server.start();
  }

  @AfterAll
  static void stop() {
    lane.close();
    launcher.close();
    server.stop(0);
  }

  @BeforeEach
  void open() {
    browser = lane.open();
  }

  @AfterEach
  void close() {
    browser.close();
  }

  private static String address(String path) {
    return "http://127.0.0.1:" + server.getAddress().getPort() + path;
  }

  private void show(String body) {
    page = body;
    browser.goTo(address("/"));
  }

  private static Target target(String by, String value) {
    return new Target("it", new Locator(Locator.By.named(by).orElseThrow(), value));
  }

  private String text(String by, String value) {
    return browser.text(target(by, value), LIMIT);
  }

  private String failure(Runnable action) {
    return assertThrows(BrowserFailure.class, action::run).getMessage();
  }

  @Test
  void everyWayOfLocatingFindsItsElement() {
    show(
        "<p id=a.b data-testid=t class=c>One   text</p><label>Name <input id=n value=v></label><label for=m>More</label>"
            + "<input id=m value=w><input aria-label='By aria' value=x><button>Send <b>it</b></button>"
            + "<a href=/next>On</a><div><span>Inner</span></div>");
    assertEquals("One text", text("id", "a.b"));
    assertEquals("One text", text("css", ".c"));
    assertEquals("One text", text("xpath", "//p[@class='c']"));
    assertEquals("One text", text("test-id", "t"));
    assertEquals("v", browser.value(target("label", "Name"), LIMIT));
    assertEquals("w", browser.value(target("label", "More"), LIMIT));
    assertEquals("x", browser.value(target("label", "By aria"), LIMIT));
    assertEquals("Send it", text("button", "Send it"));
    assertEquals("Inner", text("text", "Inner"));
    browser.press(target("link", "On"), LIMIT);
    assertEquals("there", text("id", "there"));
  }

  @Test
  void actionsWaitUntilTheirElementIsReady() {
    show(
        "<p id=log></p><script>setTimeout(() => { const b = document.createElement('button'); b.id = 'late';"
            + "b.disabled = true; b.textContent = 'Late'; b.onclick = () => { log.textContent = 'pressed'; };"
            + "document.body.append(b); setTimeout(() => { b.disabled = false; }, 200); }, 200)</script>");
    browser.press(target("id", "late"), LIMIT);
    assertEquals("pressed", text("id", "log"));
  }

  @Test
  void aWaitThatFailsSaysWhatWasThere() {
    show(
        "<button style='display:none' id=hidden>H</button><button disabled id=off>D</button><button>Two</button>"
            + "<button>Two</button><input readonly id=ro><button id=under>U</button><div id=cover "
            + "style='position:fixed;inset:0;background:#fff8'>Please wait</div>");
    assertTrue(
        failure(() -> browser.press(target("id", "none"), SHORT))
            .contains("is not on the page after 0.3 s"));
    assertTrue(
        failure(() -> browser.press(target("id", "hidden"), SHORT))
            .contains("on the page but hidden"));
    assertTrue(
        failure(() -> browser.press(target("id", "off"), SHORT)).contains("there but disabled"));
    assertTrue(
        failure(() -> browser.press(target("button", "Two"), SHORT)).contains("fits 2 elements"));
    assertTrue(
        failure(() -> browser.enter(target("id", "ro"), "x", SHORT)).contains("can only be read"));
    assertTrue(
        failure(() -> browser.press(target("id", "under"), SHORT))
            .contains("covered by div#cover “Please wait”"));
    assertTrue(
        failure(() -> browser.press(target("css", "a[["), SHORT)).contains("cannot be read"));
    BrowserFailure missing =
        assertThrows(BrowserFailure.class, () -> browser.press(target("button", "Three"), SHORT));
    assertEquals("button D, Two, U", missing.found());
  }

  @Test
  void fieldsAreFilledAndEveryListenerHearsIt() {
    show(
        "<input id=a value=old><textarea id=t>old</textarea><input id=d type=date><input id=n type=number value=3>"
            + "<p id=log></p><script>document.addEventListener('input', e => { log.textContent += e.target.id; });</script>");
    browser.enter(target("id", "a"), "new é窯", LIMIT);
    assertEquals("new é窯", browser.value(target("id", "a"), LIMIT));
    browser.enter(target("id", "t"), "two\nlines", LIMIT);
    assertEquals("two\nlines", browser.value(target("id", "t"), LIMIT));
    browser.enter(target("id", "d"), "2026-03-09", LIMIT);
    assertEquals("2026-03-09", browser.value(target("id", "d"), LIMIT));
    browser.enter(target("id", "n"), "12", LIMIT);
    assertEquals("12", browser.value(target("id", "n"), LIMIT));
    browser.clear(target("id", "a"), LIMIT);
    assertEquals("", browser.value(target("id", "a"), LIMIT));
    browser.clear(target("id", "a"), LIMIT);
    String heard = text("id", "log");
    assertTrue(
        heard.startsWith("a") && heard.endsWith("a") && heard.contains("t") && heard.contains("d"),
        heard);
    assertTrue(
        failure(() -> browser.enter(target("id", "d"), "9.3.2026", SHORT))
            .contains("does not take"));
  }

  @Test
  void optionsAreChosenAndBoxesTicked() {
    show(
        "<select id=s><option value=b>Bisque</option><option value=g>Glaze</option></select><p id=log></p>"
            + "<label><input type=checkbox id=c> Fragile</label><script>s.onchange = () => { log.textContent = s.value; }</script>");
    browser.choose(target("id", "s"), "Glaze", LIMIT);
    assertEquals("g", text("id", "log"));
    browser.choose(target("id", "s"), "b", LIMIT);
    assertEquals("b", text("id", "log"));
    assertTrue(
        failure(() -> browser.choose(target("id", "s"), "Raku", SHORT))
            .contains("it has Bisque, Glaze"));
    browser.tick(target("label", "Fragile"), true, LIMIT);
    browser.tick(target("label", "Fragile"), true, LIMIT);
    assertTrue(browser.await(target("css", "#c:checked"), new Wanted.Shown(), LIMIT).holds());
    browser.tick(target("label", "Fragile"), false, LIMIT);
    assertTrue(browser.await(target("css", "#c:checked"), new Wanted.Gone(), LIMIT).holds());
  }

  @Test
  void expectationsWaitAndTellWhatWasFound() {
    show(
        "<p id=p>first</p><i></i><i></i><script>setTimeout(() => { p.textContent = ' second \\n text '; }, 200)</script>");
    assertTrue(browser.await(target("id", "p"), new Wanted.Text("second text"), LIMIT).holds());
    Observation other = browser.await(target("id", "p"), new Wanted.Text("third"), SHORT);
    assertFalse(other.holds());
    assertEquals("second text", other.found());
    assertTrue(browser.await(target("css", "i"), new Wanted.Count(2), LIMIT).holds());
    assertEquals("2", browser.await(target("css", "i"), new Wanted.Count(3), SHORT).found());
    assertEquals(
        "not on the page", browser.await(target("id", "x"), new Wanted.Shown(), SHORT).found());
    assertTrue(browser.await(target("id", "x"), new Wanted.Gone(), LIMIT).holds());
    assertFalse(browser.await(target("id", "p"), new Wanted.Gone(), SHORT).holds());
    assertTrue(browser.await(target("id", "p"), new Wanted.NotText("first"), LIMIT).holds());
  }

  @Test
  void aPageThatIsLeftWhileWaitingIsLookedForInTheNext() {
    show("<p>here</p><script>setTimeout(() => { location = '/next'; }, 200)</script>");
    assertEquals("there", text("id", "there"));
    assertTrue(browser.awaitTitle("Next", LIMIT).holds());
    assertTrue(browser.awaitAddress(address("/next"), LIMIT).holds());
    assertEquals(address("/next"), browser.awaitAddress(address("/else"), SHORT).found());
  }

  @Test
  void dialogsAreWaitedForAndClosed() {
    show(
        "<button onclick=\"setTimeout(() => { log.textContent = confirm('Sure?') ? 'yes' : 'no' }, 200)\">Ask</button>"
            + "<button onclick=\"confirm('Now?')\">At once</button><p id=log></p>");
    browser.press(target("button", "Ask"), LIMIT);
    assertEquals("Sure?", browser.closeDialog(true, LIMIT));
    assertEquals("yes", text("id", "log"));
    browser.press(target("button", "Ask"), LIMIT);
    assertEquals("Sure?", browser.closeDialog(false, LIMIT));
    assertEquals("no", text("id", "log"));
    assertTrue(
        failure(() -> browser.closeDialog(true, SHORT)).contains("No dialog opened within 0.3 s"));
    browser.press(target("button", "At once"), LIMIT);
    assertTrue(
        failure(() -> browser.press(target("button", "Ask"), LIMIT)).contains("“Now?” is open"));
    assertTrue(browser.picture().isEmpty());
    browser.closeDialog(false, LIMIT);
  }

  @Test
  void eachBrowserOfALaneIsByItself() {
    show("<script>localStorage.x = 1; document.cookie = 'y=1';</script>");
    browser.close();
    browser = lane.open();
    show(
        "<p id=p></p><script>p.textContent = 'x' + (localStorage.x ?? '') + document.cookie</script>");
    assertEquals("x", text("id", "p"));
  }

  @Test
  void whatCannotBeReachedSaysSo() {
    assertTrue(failure(() -> browser.goTo("http://127.0.0.1:1/")).contains("Nothing answers at"));
    assertTrue(failure(() -> browser.goTo("no address")).contains("is no address"));
  }

  @Test
  void aPictureIsAPngWithTheElementOutlined() {
    show("<p id=p>text</p>");
    browser.outline(target("id", "p"));
    byte[] picture = browser.picture().orElseThrow();
    assertEquals("PNG", new String(picture, 1, 3, StandardCharsets.US_ASCII));
    assertTrue(browser.source().contains("outline"));
  }

  @Test
  void nothingIsLeftWhenALauncherIsClosed() throws Exception {
    Set<ProcessHandle> others = browsers();
    ChromeLauncher own = new ChromeLauncher();
    own.lane(Browser.Setup.usual()).open().goTo(address("/"));
    Set<ProcessHandle> started = browsers();
    started.removeAll(others);
    assertFalse(started.isEmpty());
    own.close();
    for (ProcessHandle process : started) {
      process.onExit().get(30, TimeUnit.SECONDS);
    }
    assertThrows(BrowserFailure.class, () -> own.lane(Browser.Setup.usual()).open());
  }

  private static Set<ProcessHandle> browsers() {
    return ProcessHandle.current()
        .descendants()
        .filter(process -> process.info().command().orElse("").contains("chrom"))
        .collect(Collectors.toSet());
  }
}
