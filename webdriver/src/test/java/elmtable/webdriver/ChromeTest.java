package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.Browser.Observation;
import elmtable.browser.Browser.Wanted;
import elmtable.browser.BrowserException;
import elmtable.browser.Locator;
import elmtable.browser.Target;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The port, against a real browser and pages made for one thing each. */
class ChromeTest {
  private static final Duration LIMIT = Duration.ofSeconds(30);
  private static final Duration SHORT = Duration.ofMillis(300);

  private static ChromeLauncher launcher;
  private static Browser.Lane lane;
  private static HttpServer server;
  private static volatile String page = "";
  private static final CountDownLatch answer = new CountDownLatch(1);
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
          if (exchange.getRequestURI().getPath().equals("/slow")) {
            late();
          }
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
    return assertThrows(BrowserException.class, action::run).getMessage();
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
    BrowserException missing =
        assertThrows(BrowserException.class, () -> browser.press(target("button", "Three"), SHORT));
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
    assertThrows(BrowserException.class, () -> own.lane(Browser.Setup.usual()).open());
  }

  private static Set<ProcessHandle> browsers() {
    return ProcessHandle.current()
        .descendants()
        .filter(process -> process.info().command().orElse("").contains("chrom"))
        .collect(Collectors.toSet());
  }

  /** Answers at {@code /slow} when the test says so. */
  private static void late() {
    try {
      answer.await(LIMIT.toSeconds(), TimeUnit.SECONDS);
    } catch (InterruptedException stopping) {
      Thread.currentThread().interrupt();
    }
  }

  @Test
  void thePointerDoesAllThatAHandDoes() {
    show(
        "<style>div{width:90px;height:40px;border:1px solid;user-select:none}</style><p id=log></p><div id=a>a</div><div id=b>b</div><script>"
            + "const say = (text) => { log.textContent += text + ' '; };"
            + "a.ondblclick = () => say('twice'); a.oncontextmenu = (e) => { e.preventDefault(); say('menu'); };"
            + "b.onmouseenter = () => say('over'); let held = false;"
            + "a.onmousedown = (e) => { held = e.button === 0; }; b.onmouseup = () => { if (held) say('dropped'); };</script>");
    browser.pressTwice(target("id", "a"), LIMIT);
    browser.pressWithOtherButton(target("id", "a"), LIMIT);
    browser.hover(target("id", "b"), LIMIT);
    browser.drag(target("id", "a"), target("id", "b"), LIMIT);
    assertEquals("twice menu over over dropped", text("id", "log"));
  }

  @Test
  void aDragIsOneForPagesThatListenForDragging() {
    show(
        "<p id=log></p><div id=a draggable=true style='width:90px;height:40px'>a</div><div id=b style='width:90px;height:40px'>b</div><script>"
            + "a.ondragstart = (e) => e.dataTransfer.setData('text/plain', 'clay');"
            + "b.ondragover = (e) => e.preventDefault();"
            + "b.ondrop = (e) => { e.preventDefault(); log.textContent = 'got ' + e.dataTransfer.getData('text/plain'); };</script>");
    browser.drag(target("id", "a"), target("id", "b"), LIMIT);
    assertTrue(browser.await(target("id", "log"), new Wanted.Text("got clay"), LIMIT).holds());
  }

  @Test
  void keysGoToAnElementOrToWhatHasTheFocus() {
    show("<input id=f value=clay><input id=g>");
    browser.addText(target("id", "f"), " body", LIMIT);
    assertEquals("clay body", browser.value(target("id", "f"), LIMIT));
    List<Browser.Chord> copy =
        List.of(new Browser.Chord(List.of("Control", "a")), new Browser.Chord(List.of("Delete")));
    browser.pressKeys(copy, Optional.of(target("id", "f")), LIMIT);
    assertEquals("", browser.value(target("id", "f"), LIMIT));
    browser.pressKeys(List.of(new Browser.Chord(List.of("Tab"))), Optional.empty(), LIMIT);
    browser.pressKeys(List.of(new Browser.Chord(List.of("x"))), Optional.empty(), LIMIT);
    assertEquals("x", browser.value(target("id", "g"), LIMIT));
    assertTrue(
        failure(() ->
                browser.pressKeys(
                    List.of(new Browser.Chord(List.of("Ente"))), Optional.empty(), LIMIT))
            .startsWith("No key is called “Ente”"));
  }

  @Test
  void severalOptionsAreChosenAndNoOthers() {
    show(
        "<select id=s multiple><option selected>a<option>b<option value=3>c</select><select id=o><option>a</select>");
    browser.chooseSeveral(target("id", "s"), List.of("b", "3"), LIMIT);
    assertEquals(
        List.of("b", "3"), browser.script("return [...s.selectedOptions].map((o) => o.value)"));
    assertTrue(
        failure(() -> browser.chooseSeveral(target("id", "s"), List.of("d"), SHORT))
            .contains("it has a, b, c"));
    assertTrue(
        failure(() -> browser.chooseSeveral(target("id", "o"), List.of("a"), SHORT))
            .contains("takes one option only"));
  }

  @Test
  void aFileIsAttachedToAHiddenField(@TempDir Path folder) throws IOException {
    Path file = Files.writeString(folder.resolve("photo of a bowl.txt"), "clay");
    show("<input id=f type=file hidden><p id=no>x</p>");
    browser.attach(target("id", "f"), file, LIMIT);
    assertEquals("photo of a bowl.txt", browser.script("return f.files[0].name"));
    assertTrue(
        failure(() -> browser.attach(target("id", "no"), file, SHORT)).contains("takes no files"));
  }

  @Test
  void statesAndPartsAreWaitedFor() {
    show(
        "<button id=b disabled>B</button><input id=t type=checkbox><a id=a href=/x title='a  b'>l</a><p id=p>one  two three</p>"
            + "<table id=m><tr><th>n<th>k<tr><td>1<td> a  b </table>"
            + "<script>document.body.ondblclick = () => { b.disabled = false; t.checked = true; p.textContent = 'four five'; }</script>");
    assertTrue(browser.await(target("id", "b"), new Wanted.Disabled(), LIMIT).holds());
    browser.script("setTimeout(document.body.ondblclick, 50)");
    assertTrue(browser.await(target("id", "b"), new Wanted.Enabled(), LIMIT).holds());
    assertTrue(browser.await(target("id", "t"), new Wanted.Ticked(true), LIMIT).holds());
    assertEquals(
        "ticked", browser.await(target("id", "t"), new Wanted.Ticked(false), SHORT).found());
    assertTrue(browser.await(target("id", "p"), new Wanted.TextPart("ur fi"), LIMIT).holds());
    assertEquals(
        "four five", browser.await(target("id", "p"), new Wanted.TextPart("two"), SHORT).found());
    assertTrue(
        browser.await(target("id", "a"), new Wanted.Attribute("title", "a  b"), LIMIT).holds());
    assertEquals(
        "no attribute rel",
        browser.await(target("id", "a"), new Wanted.Attribute("rel", "x"), SHORT).found());
    assertEquals("/x", browser.attribute(target("id", "a"), "href", LIMIT));
    assertEquals(2, browser.count(target("css", "tr")));
    assertEquals(0, browser.count(target("css", "li")));
    assertEquals(
        List.of(List.of("n", "k"), List.of("1", "a b")), browser.table(target("id", "m"), LIMIT));
    assertTrue(failure(() -> browser.table(target("id", "p"), SHORT)).contains("is no table"));
  }

  @Test
  void windowsAreUsedAndClosed() {
    show(
        "<title>First</title><button onclick=\"setTimeout(() => window.open('/next'), 150)\">Open</button>");
    browser.press(target("button", "Open"), LIMIT);
    browser.useWindow("Next", LIMIT);
    assertEquals("there", text("id", "there"));
    browser.useWindow("1", LIMIT);
    assertEquals("First", browser.title());
    browser.useWindow("2", LIMIT);
    browser.closeWindow();
    assertEquals("First", browser.title());
    assertTrue(failure(browser::closeWindow).contains("only window"));
    BrowserException none =
        assertThrows(BrowserException.class, () -> browser.useWindow("Other", SHORT));
    assertEquals("First", none.found());
  }

  @Test
  void aFrameIsGoneIntoAndLeft() {
    show(
        "<title>Outer</title><p id=out>out</p><script>setTimeout(() => { const f = document.createElement('iframe'); f.src = '/next'; document.body.append(f); }, 150)</script>");
    browser.goIntoFrame(target("css", "iframe"), LIMIT);
    assertEquals("there", text("id", "there"));
    assertTrue(browser.awaitTitle("Outer", LIMIT).holds(), "the title stays the page's");
    browser.leaveFrame();
    assertEquals("out", text("id", "out"));
  }

  @Test
  void thePageGetsAnotherSize() {
    show("x");
    browser.resize(640, 480);
    assertEquals(List.of(640, 480), browser.script("return [innerWidth, innerHeight]"));
  }

  @Test
  void dialogsAreAnswered() {
    show(
        "<button onclick=\"document.title = prompt('Name?')\">Ask</button><button onclick=\"alert('Hot')\">Warn</button>");
    browser.press(target("button", "Ask"), LIMIT);
    assertEquals("Name?", browser.awaitDialog(LIMIT));
    assertEquals("Name?", browser.answerDialog("Olga", LIMIT));
    assertTrue(browser.awaitTitle("Olga", LIMIT).holds());
    browser.press(target("button", "Warn"), LIMIT);
    assertTrue(failure(() -> browser.answerDialog("x", LIMIT)).contains("asks for no text"));
    assertEquals("Hot", browser.closeDialog(true, LIMIT));
  }

  @Test
  void whatPagesReportAndAskIsKnown() {
    show(
        "<p id=d></p><script>console.error('glaze', 7); setTimeout(() => none(), 1); fetch('/slow').then(() => { d.textContent = 'done'; })</script>");
    assertEquals(List.of("GET " + address("/slow")), browser.awaitQuietNetwork(SHORT));
    answer.countDown();
    assertEquals(List.of(), browser.awaitQuietNetwork(LIMIT));
    assertEquals("done", text("id", "d"));
    List<String> errors = browser.consoleErrors();
    assertEquals(2, errors.size(), errors.toString());
    assertEquals("glaze 7", errors.get(0));
    assertTrue(errors.get(1).contains("none is not defined"), errors.get(1));
    try (Browser other = lane.open()) {
      assertEquals(List.of(), other.consoleErrors());
    }
  }

  @Test
  void aScriptGivesWhatItReturnsAndSaysWhyItFailed() {
    show("x");
    assertEquals(Map.of("a", List.of(1, true)), browser.script("return {a: [1, true]}"));
    assertTrue(
        failure(() -> browser.script("return nothing.at.all")).contains("nothing is not defined"));
  }
}
