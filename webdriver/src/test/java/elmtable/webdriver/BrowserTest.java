package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.Observation;
import elmtable.browser.Wanted;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** The port, against a real browser and pages made for one thing each. */
class BrowserTest extends AbstractBrowserTest {
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
    assertEquals("v", browser.elements().value(target("label", "Name"), LIMIT));
    assertEquals("w", browser.elements().value(target("label", "More"), LIMIT));
    assertEquals("x", browser.elements().value(target("label", "By aria"), LIMIT));
    assertEquals("Send it", text("button", "Send it"));
    assertEquals("Inner", text("text", "Inner"));
    browser.pointer().press(target("link", "On"), LIMIT);
    assertEquals("there", text("id", "there"));
  }

  @Test
  void actionsWaitUntilTheirElementIsReady() {
    show(
        "<p id=log></p><script>setTimeout(() => { const b = document.createElement('button'); b.id = 'late';"
            + "b.disabled = true; b.textContent = 'Late'; b.onclick = () => { log.textContent = 'pressed'; };"
            + "document.body.append(b); setTimeout(() => { b.disabled = false; }, 200); }, 200)</script>");
    browser.pointer().press(target("id", "late"), LIMIT);
    assertEquals("pressed", text("id", "log"));
  }

  @Test
  void aWaitThatFailsSaysWhatWasThere() {
    show(
        "<button style='display:none' id=hidden>H</button><button disabled id=off>D</button><button>Two</button>"
            + "<button>Two</button><input readonly id=ro><button id=under>U</button><div id=cover "
            + "style='position:fixed;inset:0;background:#fff8'>Please wait</div>");
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "none"), SHORT))
            .contains("is not on the page after 1 s"));
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "hidden"), SHORT))
            .contains("on the page but hidden"));
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "off"), SHORT))
            .contains("there but disabled"));
    assertTrue(
        failure(() -> browser.pointer().press(target("button", "Two"), SHORT))
            .contains("fits 2 elements"));
    assertTrue(
        failure(() -> browser.fields().enter(target("id", "ro"), "x", SHORT))
            .contains("can only be read"));
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "under"), SHORT))
            .contains("covered by div#cover “Please wait”"));
    assertTrue(
        failure(() -> browser.pointer().press(target("css", "a[["), SHORT))
            .contains("cannot be read"));
    BrowserException missing =
        assertThrows(
            BrowserException.class,
            () -> browser.pointer().press(target("button", "Three"), SHORT));
    assertEquals("button D, Two, U", missing.found());
  }

  @Test
  void expectationsWaitAndTellWhatWasFound() {
    show(
        "<p id=p>first</p><i></i><i></i><script>setTimeout(() => { p.textContent = ' second \\n text '; }, 200)</script>");
    assertTrue(
        browser.elements().await(target("id", "p"), new Wanted.Text("second text"), LIMIT).holds());
    Observation other =
        browser.elements().await(target("id", "p"), new Wanted.Text("third"), SHORT);
    assertFalse(other.holds());
    assertEquals("second text", other.found());
    assertTrue(browser.elements().await(target("css", "i"), new Wanted.Count(2), LIMIT).holds());
    assertEquals(
        "2", browser.elements().await(target("css", "i"), new Wanted.Count(3), SHORT).found());
    assertEquals(
        "not on the page",
        browser.elements().await(target("id", "x"), new Wanted.Shown(), SHORT).found());
    assertTrue(browser.elements().await(target("id", "x"), new Wanted.Gone(), LIMIT).holds());
    assertFalse(browser.elements().await(target("id", "p"), new Wanted.Gone(), SHORT).holds());
    assertTrue(
        browser.elements().await(target("id", "p"), new Wanted.NotText("first"), LIMIT).holds());
  }

  @Test
  void aPageThatIsLeftWhileWaitingIsLookedForInTheNext() {
    show("<p>here</p><script>setTimeout(() => { location = '/next'; }, 200)</script>");
    assertEquals("there", text("id", "there"));
    assertTrue(browser.pages().awaitTitle("Next", LIMIT).holds());
    assertTrue(browser.pages().awaitAddress(address("/next"), LIMIT).holds());
    assertEquals(address("/next"), browser.pages().awaitAddress(address("/else"), SHORT).found());
  }

  @Test
  void dialogsAreWaitedForAndClosed() {
    show(
        "<button onclick=\"setTimeout(() => { log.textContent = confirm('Sure?') ? 'yes' : 'no' }, 200)\">Ask</button>"
            + "<button onclick=\"confirm('Now?')\">At once</button><p id=log></p>");
    browser.pointer().press(target("button", "Ask"), LIMIT);
    assertEquals("Sure?", browser.dialogs().close(true, LIMIT));
    assertEquals("yes", text("id", "log"));
    browser.pointer().press(target("button", "Ask"), LIMIT);
    assertEquals("Sure?", browser.dialogs().close(false, LIMIT));
    assertEquals("no", text("id", "log"));
    assertTrue(
        failure(() -> browser.dialogs().close(true, SHORT))
            .contains("No dialog opened within 1 s"));
    browser.pointer().press(target("button", "At once"), LIMIT);
    assertTrue(
        failure(() -> browser.pointer().press(target("button", "Ask"), LIMIT))
            .contains("“Now?” is open"));
    assertTrue(browser.pictures().take(List.of()).isEmpty());
    browser.dialogs().close(false, LIMIT);
  }

  @Test
  void eachBrowserOfAPoolIsByItself() {
    show("<script>localStorage.x = 1; document.cookie = 'y=1';</script>");
    browser.close();
    browser = openOf(pool);
    show(
        "<p id=p></p><script>p.textContent = 'x' + (localStorage.x ?? '') + document.cookie</script>");
    assertEquals("x", text("id", "p"));
  }

  @Test
  void whatCannotBeReachedSaysSo() {
    assertTrue(
        failure(() -> browser.pages().goTo("http://127.0.0.1:9/")).contains("Nothing answers at"));
    assertTrue(failure(() -> browser.pages().goTo("no address")).contains("is not an address"));
  }

  @Test
  void aPictureIsAPngWithTheElementOutlined() {
    show("<p id=p>text</p>");
    browser.pictures().outline(target("id", "p"));
    byte[] picture = browser.pictures().take(List.of()).orElseThrow();
    assertEquals("PNG", new String(picture, 1, 3, StandardCharsets.US_ASCII));
    assertTrue(browser.pages().source().contains("outline"));
  }

  @Test
  void secretsInAPictureArePaintedOver() throws Exception {
    String at = "style='position:absolute;box-sizing:border-box;width:100px;height:30px;";
    show(
        "<div %sleft:20px;top:40px'>my <b>cela</b>don</div>".formatted(at)
            + "<input type=password %sleft:20px;top:100px' value=x>".formatted(at)
            + "<input %sleft:20px;top:160px' value='celadon!'>".formatted(at)
            + "<div id=host %sleft:200px;top:40px'></div>".formatted(at)
            + "<iframe %sleft:200px;top:100px;border:0' srcdoc='<body style=margin:0>".formatted(at)
            + "<div style=height:30px>celadon</div>'></iframe>"
            + "<input %sleft:200px;top:160px' value=plain>".formatted(at)
            + "<script>host.attachShadow({ mode: 'open' }).innerHTML ="
            + " '<div style=height:30px>celadon</div>'</script>");
    BufferedImage picture =
        ImageIO.read(
            new ByteArrayInputStream(browser.pictures().take(List.of("celadon")).orElseThrow()));
    for (int[] place : new int[][] {{30, 55}, {30, 115}, {30, 175}, {210, 55}, {210, 115}}) {
      assertEquals(
          0x3A3A36,
          picture.getRGB(place[0], place[1]) & 0xFFFFFF,
          () -> place[0] + ", " + place[1]);
    }
    assertNotEquals(0x3A3A36, picture.getRGB(230, 175) & 0xFFFFFF);
  }

  @Test
  void whoWatchesSeesThePageWhileAStepWaits() throws Exception {
    answer = new CountDownLatch(1);
    show(
        "<p>text</p><script>fetch('/slow').then(() => { document.body.innerHTML = '<button id=late>Late</button>'; })</script>");
    CompletableFuture<Void> step =
        CompletableFuture.runAsync(() -> browser.pointer().press(target("id", "late"), LIMIT));
    Optional<byte[]> seen = Optional.empty();
    while (seen.isEmpty() && !step.isDone()) {
      seen = browser.pictures().glance(List.of());
    }
    byte[] picture = seen.orElseThrow();
    assertEquals(0xFFD8, (picture[0] & 0xFF) << 8 | picture[1] & 0xFF, "a JPEG");
    answer.countDown();
    step.get(LIMIT.toSeconds(), TimeUnit.SECONDS);
  }

  @Test
  void nothingIsLeftWhenALauncherIsClosed() throws Exception {
    Set<ProcessHandle> others = browsers();
    BrowserLauncher own = new BrowserLauncher(Path.of(""));
    openOf(own.pool(BrowserConfig.of(kind))).pages().goTo(address("/"));
    Set<ProcessHandle> started = browsers();
    // What another program starts meanwhile is not ours.
    started.removeIf(process -> isOf(process, others));
    assertFalse(started.isEmpty());
    own.close();
    for (ProcessHandle process : started) {
      process.onExit().get(30, TimeUnit.SECONDS);
    }
    assertThrows(BrowserException.class, () -> own.pool(BrowserConfig.of(kind)).open());
  }

  private static boolean isOf(ProcessHandle process, Set<ProcessHandle> programs) {
    return Stream.iterate(Optional.of(process), Optional::isPresent, one -> one.get().parent())
        .anyMatch(one -> programs.contains(one.get()));
  }

  private static Set<ProcessHandle> browsers() {
    return ProcessHandle.current()
        .descendants()
        .filter(process -> process.info().command().orElse("").matches(".*(chrom|firefox).*"))
        .collect(Collectors.toSet());
  }

  @Test
  void statesAndPartsAreWaitedFor() {
    show(
        "<button id=b disabled>B</button><input id=t type=checkbox><a id=a href=/x title='a  b'>l</a><p id=p>one  two three</p>"
            + "<table id=m><tr><th>n<th>k<tr><td>1<td> a  b </table>"
            + "<script>document.body.ondblclick = () => { b.disabled = false; t.checked = true; p.textContent = 'four five'; }</script>");
    assertTrue(browser.elements().await(target("id", "b"), new Wanted.Disabled(), LIMIT).holds());
    browser.scripts().run("setTimeout(document.body.ondblclick, 50)");
    assertTrue(browser.elements().await(target("id", "b"), new Wanted.Enabled(), LIMIT).holds());
    assertTrue(browser.elements().await(target("id", "t"), new Wanted.Ticked(true), LIMIT).holds());
    assertEquals(
        "ticked",
        browser.elements().await(target("id", "t"), new Wanted.Ticked(false), SHORT).found());
    assertTrue(
        browser.elements().await(target("id", "p"), new Wanted.TextPart("ur fi"), LIMIT).holds());
    assertEquals(
        "four five",
        browser.elements().await(target("id", "p"), new Wanted.TextPart("two"), SHORT).found());
    assertTrue(
        browser
            .elements()
            .await(target("id", "a"), new Wanted.Attribute("title", "a  b"), LIMIT)
            .holds());
    assertEquals(
        "no attribute rel",
        browser
            .elements()
            .await(target("id", "a"), new Wanted.Attribute("rel", "x"), SHORT)
            .found());
    assertEquals("/x", browser.elements().attribute(target("id", "a"), "href", LIMIT));
    assertEquals(2, browser.elements().count(target("css", "tr")));
    assertEquals(0, browser.elements().count(target("css", "li")));
    assertEquals(
        List.of(List.of("n", "k"), List.of("1", "a b")),
        browser.elements().table(target("id", "m"), LIMIT));
    assertTrue(
        failure(() -> browser.elements().table(target("id", "p"), SHORT))
            .contains("is not a table"));
  }

  @Test
  void windowsAreUsedAndClosed() {
    show(
        "<title>First</title><button onclick=\"setTimeout(() => window.open('/next'), 150)\">Open</button>");
    browser.pointer().press(target("button", "Open"), LIMIT);
    browser.windows().use("Next", LIMIT);
    assertEquals("there", text("id", "there"));
    browser.windows().use("1", LIMIT);
    assertEquals("First", browser.pages().title());
    browser.windows().use("2", LIMIT);
    browser.windows().close();
    assertEquals("First", browser.pages().title());
    assertTrue(failure(browser.windows()::close).contains("only window"));
    BrowserException none =
        assertThrows(BrowserException.class, () -> browser.windows().use("Other", SHORT));
    assertEquals("First", none.found());
  }

  /** Each browser tells of such a window in its own way. */
  @Test
  void aLinkOpensAWindowOfItsOwn() {
    show("<a id=a target=_blank href=/next>Next</a>");
    browser.pointer().press(target("id", "a"), LIMIT);
    browser.windows().use("2", LIMIT);
    long begun = System.nanoTime();
    assertEquals("there", text("id", "there"));
    assertTrue(System.nanoTime() - begun < LIMIT.toNanos() / 2, "it was seen at once");
  }

  @Test
  void aFrameIsGoneIntoAndLeft() {
    show(
        "<title>Outer</title><p id=out>out</p><script>setTimeout(() => { const f = document.createElement('iframe'); f.src = '/next'; document.body.append(f); }, 150)</script>");
    browser.windows().enterFrame(target("css", "iframe"), LIMIT);
    assertEquals("there", text("id", "there"));
    assertTrue(browser.pages().awaitTitle("Outer", LIMIT).holds(), "the title stays the page's");
    browser.windows().leaveFrame();
    assertEquals("out", text("id", "out"));
  }

  @Test
  void thePageGetsAnotherSize() {
    show("x");
    browser.windows().resize(640, 480);
    assertEquals(List.of(640, 480), browser.scripts().run("return [innerWidth, innerHeight]"));
  }

  @Test
  void dialogsAreAnswered() {
    show(
        "<button onclick=\"document.title = prompt('Name?')\">Ask</button><button onclick=\"alert('Hot')\">Warn</button>");
    browser.pointer().press(target("button", "Ask"), LIMIT);
    assertEquals("Name?", browser.dialogs().await(LIMIT));
    assertEquals("Name?", browser.dialogs().answer("Olga", LIMIT));
    assertTrue(browser.pages().awaitTitle("Olga", LIMIT).holds());
    browser.pointer().press(target("button", "Warn"), LIMIT);
    assertTrue(failure(() -> browser.dialogs().answer("x", LIMIT)).contains("asks for no text"));
    assertEquals("Hot", browser.dialogs().close(true, LIMIT));
  }

  @Test
  void whatPagesReportAndAskIsKnown() throws InterruptedException {
    answer = new CountDownLatch(1);
    asked = new CountDownLatch(1);
    show(
        "<p id=d></p><script>console.error('glaze', 7); setTimeout(() => none(), 1); fetch('/slow').then(() => { d.textContent = 'done'; })</script>");
    assertTrue(asked.await(LIMIT.toSeconds(), TimeUnit.SECONDS));
    assertEquals(List.of("GET " + address("/slow")), browser.network().awaitQuiet(SHORT));
    answer.countDown();
    assertEquals(List.of(), browser.network().awaitQuiet(LIMIT));
    assertEquals("done", text("id", "d"));
    List<String> errors = browser.scripts().consoleErrors();
    assertEquals(2, errors.size(), errors.toString());
    assertEquals("glaze 7", errors.get(0));
    assertTrue(errors.get(1).contains("none is not defined"), errors.get(1));
    try (Browser other = openOf(pool)) {
      assertEquals(List.of(), other.scripts().consoleErrors());
    }
  }

  /** Firefox rejects requests that end with their page, which a page cannot prevent. */
  @Test
  void requestsThatEndWithTheirPageAreNoErrors() throws InterruptedException {
    answer = new CountDownLatch(1);
    asked = new CountDownLatch(1);
    show("<p id=d>x</p><script>fetch('/slow').then((got) => got.json())</script>");
    assertTrue(asked.await(LIMIT.toSeconds(), TimeUnit.SECONDS));
    browser.pages().goTo(address("/next"));
    assertEquals("there", text("id", "there"));
    assertEquals(List.of(), browser.network().awaitQuiet(LIMIT));
    assertEquals(List.of(), browser.scripts().consoleErrors());
    answer.countDown();
  }

  @Test
  void aScriptGivesWhatItReturnsAndSaysWhyItFailed() {
    show("x");
    assertEquals(Map.of("a", List.of(1, true)), browser.scripts().run("return {a: [1, true]}"));
    assertTrue(
        failure(() -> browser.scripts().run("return nothing.at.all"))
            .contains("nothing is not defined"));
  }
}
