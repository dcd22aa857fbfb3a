package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserState;
import elmtable.browser.Cookie;
import elmtable.browser.Locator;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("States of a page")
class BrowserStatesTest extends AbstractBrowserTest {
  private Observation await(String css, Wanted wanted, boolean patient) {
    return browser.elements().await(target("css", css), wanted, patient ? LIMIT : SHORT);
  }

  @Test
  void aTextWithoutAFragmentHasToLast() {
    show("<p id=p>Saving</p><script>setTimeout(() => { p.textContent = 'Saved' }, 150)</script>");
    assertTrue(await("#p", new Wanted.TextWithout("Saving"), true).holds());
    browser.scripts().run("setTimeout(() => { p.textContent = 'Failed again' }, 20)");
    Observation seen = await("#p", new Wanted.TextWithout("Failed"), false);
    assertEquals(List.of(false, "Failed again"), List.of(seen.holds(), seen.found()));
  }

  @Test
  void whatIsHiddenOrCoveredIsKnown() {
    show(
        "<p id=h style='display:none'>H</p><button id=b>B</button><p id=free>F</p>"
            + "<div id=over style='position:absolute;inset:0 50% 90% 0'>wait</div>");
    assertTrue(await("#h", new Wanted.Hidden(), true).holds());
    assertTrue(await("#b", new Wanted.Hidden(), false).found().startsWith("shown: button#b"));
    assertTrue(await("#none", new Wanted.Hidden(), false).reason().contains("not on the page"));
    assertTrue(await("#b", new Wanted.Covered(), true).found().contains("div#over"));
    browser.scripts().run("over.remove()");
    assertEquals("not covered", await("#b", new Wanted.Covered(), false).found());
  }

  @Test
  void textsAndTablesTellWhereTheyDiffer() {
    show(
        "<ul><li>one<li> two  x<li style='display:none'>three</ul><table id=t><tr><th>Name<th>PIECES ▲<th>More"
            + "<tr><td>Bowl<td>5<td>x<tr><td>Cup<td>7<td>y</table>");
    assertEquals(List.of("one", "two x"), browser.elements().texts(target("css", "li"), LIMIT));
    assertTrue(await("li", new Wanted.Texts(List.of("one", "two x")), true).holds());
    Observation text = await("li", new Wanted.Texts(List.of("one", "two")), false);
    assertTrue(text.reason().endsWith("differs: text 2."), text.reason());
    assertEquals(List.of("two", "two x"), List.of(text.wanted(), text.found()));
    assertEquals("2: one, two x", await("li", new Wanted.Texts(List.of("one")), false).found());
    List<List<String>> rows = List.of(List.of("5", "Bowl"), List.of("7", "Cup"));
    assertTrue(await("#t", new Wanted.Table(List.of("pieces", "Name"), rows), true).holds());
    Observation cell =
        await(
            "#t", new Wanted.Table(List.of("Pieces"), List.of(List.of("5"), List.of("8"))), false);
    assertTrue(cell.reason().endsWith("differs: row 2, column Pieces."), cell.reason());
    assertEquals(List.of("8", "7"), List.of(cell.wanted(), cell.found()));
    assertTrue(
        await("#t", new Wanted.Table(List.of("Price"), rows), false).found().contains("PIECES ▲"));
    assertEquals("2", await("#t", new Wanted.Table(List.of("Name"), List.of()), false).found());
  }

  @Test
  void oneRuleTellsWhichElementCounts(@TempDir Path folder) throws Exception {
    show(
        "<form id=booking><input name=a value=1 style='display:none'><label>Bags <input name=a value=2></label>"
            + "<input type=file id=f1 style='display:none'></form><input name=b aria-label=North><input name=b placeholder=South>");
    assertTrue(await("[name=a]", new Wanted.Value("2"), true).holds());
    browser.fields().enter(target("css", "[name=a]"), "3", LIMIT);
    assertEquals("3", browser.elements().value(target("css", "[name=a]"), LIMIT));
    Path file = Files.writeString(folder.resolve("photo.txt"), "x");
    browser.fields().attach(target("css", "#booking input"), file, LIMIT);
    assertEquals("photo.txt", browser.scripts().run("return f1.files[0].name"));
    String several = failure(() -> browser.fields().enter(target("css", "[name=b]"), "x", SHORT));
    assertTrue(several.contains("input[name=b] “North”, input[name=b] “South”"), several);
    browser
        .scripts()
        .run("document.querySelectorAll('[name=a]').forEach(e => e.style.display = '')");
    String form = failure(() -> browser.fields().enter(target("css", "[name=a]"), "x", SHORT));
    assertTrue(form.contains("input[name=a] “Bags” in the form booking"), form);
  }

  @Test
  void aMissingOptionIsNamedWithHowManyThereAre() {
    show(
        "<select id=s></select><script>for (let i = 0; i < 300; i++) s.add(new Option('Kiln ' + i))</script>");
    BrowserException missing =
        assertThrows(
            BrowserException.class,
            () -> browser.fields().choose(target("id", "s"), "Kiln 999", SHORT));
    assertEquals("Kiln 999", missing.wanted());
    assertTrue(missing.found().endsWith("Kiln 11, … (300 options in all)"), missing.found());
  }

  @Test
  void messagesSayInWhichFrameWasLooked() {
    show(
        "<iframe id=f srcdoc='<p>in</p><iframe id=g srcdoc=&quot;<p id=deep>deep</p>&quot;></iframe>'></iframe>");
    browser.windows().enterFrame(target("id", "f"), LIMIT);
    String one = failure(() -> browser.pointer().press(target("id", "none"), SHORT));
    assertTrue(one.endsWith("Looked in the frame it."), one);
    browser.windows().enterFrame(target("id", "g"), LIMIT);
    Observation two = await("#none", new Wanted.Shown(), false);
    assertTrue(two.reason().endsWith("Looked in the frame it in it."), two.reason());
    browser.windows().leaveFrame();
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "none"), SHORT)).endsWith("frame it."));
    browser.pages().reload();
    assertTrue(
        failure(() -> browser.pointer().press(target("id", "none"), SHORT)).endsWith("after 1 s."));
  }

  private static Target within(String css, Target... surroundings) {
    Locator locator = new Locator(Locator.By.CSS, css);
    return new Target("it", locator, List.of(surroundings));
  }

  @Test
  void anElementIsLookedForInTheFrameOrShadowRootThatItLivesIn() {
    show(
        "<iframe id=f srcdoc='<button id=b onclick=&quot;this.textContent=1&quot;>0</button><div id=h></div>"
            + "<script>h.attachShadow({mode:&quot;open&quot;}).innerHTML=&quot;<p>deep</p><input>&quot;</script>'></iframe>"
            + "<p>out</p>");
    Target frame = target("id", "f");
    Target host = target("id", "h");
    browser.pointer().press(within("#b", frame), LIMIT);
    assertEquals("1", browser.elements().text(within("#b", frame), LIMIT));
    assertEquals("deep", browser.elements().text(within("p", frame, host), LIMIT));
    browser.fields().enter(within("input", frame, host), "clay", LIMIT);
    assertEquals("clay", browser.elements().value(within("input", frame, host), LIMIT));
    assertEquals("out", browser.elements().text(within("p"), LIMIT), "the page is left as it was");
    assertEquals(1, browser.elements().count(within("p", frame, host)));
    String none = failure(() -> browser.pointer().press(within("p", target("css", "p")), SHORT));
    assertTrue(none.contains("is no frame and has no open shadow root"), none);
    Wanted gone = new Wanted.Gone();
    assertEquals(false, browser.elements().await(within("#b", frame), gone, SHORT).holds());
    browser.scripts().run("setTimeout(() => f.remove(), 100)");
    assertTrue(browser.elements().await(within("#b", frame), gone, LIMIT).holds());
  }

  /** A frame that a page puts anew is gone into again, in the time that is left. */
  @Test
  void aFrameThatIsReplacedIsGoneIntoAgain() {
    show(
        "<iframe id=f srcdoc='<p>old</p>'></iframe><script>setTimeout(() => { f.outerHTML ="
            + " `<iframe id=f srcdoc='<p>new</p>'></iframe>` }, 200)</script>");
    Observation seen =
        browser.elements().await(within("p", target("id", "f")), new Wanted.Text("new"), LIMIT);
    assertTrue(seen.holds(), seen.reason());
  }

  @Test
  void addressesBeginAndSitesKeepThings() {
    show("<p>x");
    assertTrue(browser.pages().awaitAddressStart(address("/"), LIMIT).holds());
    assertEquals(false, browser.pages().awaitAddressStart("http://kiln.test", SHORT).holds());
    assertEquals(Optional.empty(), browser.storage().cookie("mug"));
    browser.storage().setCookie("mug", "blue", "/");
    assertEquals(Optional.of("blue"), browser.storage().cookie("mug"));
    assertEquals("mug=blue", browser.scripts().run("return document.cookie"));
    browser.storage().setEntry("mug", "red", true);
    assertEquals(Optional.of("red"), browser.storage().entry("mug", true));
    assertEquals(Optional.empty(), browser.storage().entry("mug", false));
    browser.pages().goTo("data:text/html,<p>x");
    String noStorage = failure(() -> browser.storage().setEntry("a", "b", false));
    assertTrue(noStorage.contains("go to a page of the application first"), noStorage);
  }

  @Test
  void whatSitesKeepIsPutIntoAnotherBrowser() {
    show("<script>localStorage.a = '1'; sessionStorage.b = '2'; document.cookie = 'c=3'</script>");
    browser.storage().setCookie("d", "4", "/");
    BrowserState state = browser.state().read().orElseThrow();
    assertEquals(2, state.cookies().size(), state.toString());
    String seen =
        "return [localStorage.a, sessionStorage.b, document.cookie.split('; ').sort().join()].join(' ')";
    try (Browser other = openOf(pool)) {
      other.state().put(state);
      assertEquals("about:blank", other.pages().address());
      other.pages().goTo(address("/next"));
      assertEquals("1 2 c=3,d=4", other.scripts().run(seen));
    }
  }

  @Test
  void aDialogThatIsOpenIsTold() {
    show("<button id=b onclick=\"setTimeout(() => alert('Sure about it?'), 0)\">B</button>");
    assertEquals(Optional.empty(), browser.dialogs().open());
    browser.pointer().press(target("id", "b"), LIMIT);
    assertEquals("Sure about it?", browser.dialogs().await(LIMIT));
    assertEquals(Optional.of("Sure about it?"), browser.dialogs().open());
    browser.dialogs().close(true, LIMIT);
    assertEquals(Optional.empty(), browser.dialogs().open());
  }

  @Test
  void cookiesAreToldKeptAndRemoved() {
    show("<script>document.cookie = 'page=1; path=/next'</script>");
    Cookie kept = new Cookie("mug", "blue, red", "127.0.0.1", "/", false, true, "", null);
    browser.storage().keep(kept);
    assertTrue(browser.storage().cookies().stream().anyMatch(kept::isSameAs));
    assertEquals(2, browser.storage().cookies().size());
    assertEquals(Optional.of("blue, red"), browser.storage().cookie("mug"));
    assertEquals("", browser.scripts().run("return document.cookie"));
    browser.storage().keep(new Cookie("safe", "1", "127.0.0.1", "/", true, false, "", null));
    browser.storage().keep(new Cookie("safe", "", "127.0.0.1", "/", true, false, "", 1L));
    browser.storage().keep(new Cookie("mug", "", "127.0.0.1", "/", false, true, "", 1L));
    assertEquals(List.of("page"), browser.storage().cookies().stream().map(Cookie::name).toList());
    browser.storage().keep(new Cookie("mug", "", "127.0.0.1", "/", false, true, "", 1L));
  }
}
