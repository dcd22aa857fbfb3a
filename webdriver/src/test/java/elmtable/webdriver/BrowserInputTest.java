package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Chord;
import elmtable.browser.Wanted;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What hands do: pointer, keys and fields, against a real browser. */
class BrowserInputTest extends AbstractBrowserTest {
  @Test
  void fieldsAreFilledAndEveryListenerHearsIt() {
    show(
        "<input id=a value=old><textarea id=t>old</textarea><input id=d type=date><input id=n type=number value=3>"
            + "<p id=log></p><script>document.addEventListener('input', e => { log.textContent += e.target.id; });</script>");
    browser.fields().enter(target("id", "a"), "new é窯", LIMIT);
    assertEquals("new é窯", browser.elements().value(target("id", "a"), LIMIT));
    browser.fields().enter(target("id", "t"), "two\nlines", LIMIT);
    assertEquals("two\nlines", browser.elements().value(target("id", "t"), LIMIT));
    browser.fields().enter(target("id", "d"), "2026-03-09", LIMIT);
    assertEquals("2026-03-09", browser.elements().value(target("id", "d"), LIMIT));
    browser.fields().enter(target("id", "n"), "12", LIMIT);
    assertEquals("12", browser.elements().value(target("id", "n"), LIMIT));
    browser.fields().clear(target("id", "a"), LIMIT);
    assertEquals("", browser.elements().value(target("id", "a"), LIMIT));
    browser.fields().clear(target("id", "a"), LIMIT);
    String heard = text("id", "log");
    assertTrue(
        heard.startsWith("a") && heard.endsWith("a") && heard.contains("t") && heard.contains("d"),
        heard);
    assertTrue(
        failure(() -> browser.fields().enter(target("id", "d"), "9.3.2026", SHORT))
            .contains("does not take"));
  }

  @Test
  void optionsAreChosenAndBoxesTicked() {
    show(
        "<select id=s><option value=b>Bisque</option><option value=g>Glaze</option></select><p id=log></p>"
            + "<label><input type=checkbox id=c> Fragile</label><script>s.onchange = () => { log.textContent = s.value; }</script>");
    browser.fields().choose(target("id", "s"), "Glaze", LIMIT);
    assertEquals("g", text("id", "log"));
    browser.fields().choose(target("id", "s"), "b", LIMIT);
    assertEquals("b", text("id", "log"));
    assertTrue(
        failure(() -> browser.fields().choose(target("id", "s"), "Raku", SHORT))
            .contains("it has Bisque, Glaze"));
    browser.fields().tick(target("label", "Fragile"), true, LIMIT);
    browser.fields().tick(target("label", "Fragile"), true, LIMIT);
    assertTrue(
        browser.elements().await(target("css", "#c:checked"), new Wanted.Shown(), LIMIT).holds());
    browser.fields().tick(target("label", "Fragile"), false, LIMIT);
    assertTrue(
        browser.elements().await(target("css", "#c:checked"), new Wanted.Gone(), LIMIT).holds());
  }

  @Test
  void severalOptionsAreChosenAndNoOthers() {
    show(
        "<select id=s multiple><option selected>a<option>b<option value=3>c</select><select id=o><option>a</select>");
    browser.fields().chooseSeveral(target("id", "s"), List.of("b", "3"), LIMIT);
    assertEquals(
        List.of("b", "3"),
        browser.scripts().run("return [...s.selectedOptions].map((o) => o.value)"));
    assertTrue(
        failure(() -> browser.fields().chooseSeveral(target("id", "s"), List.of("d"), SHORT))
            .contains("it has a, b, c"));
    assertTrue(
        failure(() -> browser.fields().chooseSeveral(target("id", "o"), List.of("a"), SHORT))
            .contains("takes one option only"));
  }

  @Test
  void thePointerDoesAllThatAHandDoes() {
    show(
        "<style>div{width:90px;height:40px;border:1px solid;user-select:none}</style><p id=log></p><div id=a>a</div><div id=b>b</div><script>"
            + "const say = (text) => { log.textContent += text + ' '; };"
            + "a.ondblclick = () => say('twice'); a.oncontextmenu = (e) => { e.preventDefault(); say('menu'); };"
            + "b.onmouseenter = () => say('over'); let held = false;"
            + "a.onmousedown = (e) => { held = e.button === 0; }; b.onmouseup = () => { if (held) say('dropped'); };</script>");
    browser.pointer().pressTwice(target("id", "a"), LIMIT);
    browser.pointer().pressWithOtherButton(target("id", "a"), LIMIT);
    browser.pointer().hover(target("id", "b"), LIMIT);
    browser.pointer().drag(target("id", "a"), target("id", "b"), LIMIT);
    assertEquals("twice menu over over dropped", text("id", "log"));
  }

  @Test
  void twoPressesAreADoubleOneHoweverBusyThePageIs() {
    show(
        "<button id=a>a</button><p id=log></p><script>"
            + "const say = (text) => { log.textContent += text + ' '; };"
            + "a.onmousedown = () => { const end = Date.now() + 700; while (Date.now() < end); };"
            + "a.onclick = () => say('press'); a.ondblclick = () => say('twice');</script>");
    browser.pointer().pressTwice(target("id", "a"), LIMIT);
    assertEquals("press press twice", text("id", "log"));
  }

  @Test
  void aDragIsOneForPagesThatListenForDragging() {
    show(
        "<p id=log></p><div id=a draggable=true style='width:90px;height:40px'>a</div><div id=b style='width:90px;height:40px'>b</div><script>"
            + "a.ondragstart = (e) => e.dataTransfer.setData('text/plain', 'clay');"
            + "b.ondragover = (e) => e.preventDefault();"
            + "b.ondrop = (e) => { e.preventDefault(); log.textContent = 'got ' + e.dataTransfer.getData('text/plain'); };</script>");
    browser.pointer().drag(target("id", "a"), target("id", "b"), LIMIT);
    assertTrue(
        browser.elements().await(target("id", "log"), new Wanted.Text("got clay"), LIMIT).holds());
  }

  @Test
  void keysGoToAnElementOrToWhatHasTheFocus() {
    show("<input id=f value=clay><input id=g>");
    browser.fields().addText(target("id", "f"), " body", LIMIT);
    assertEquals("clay body", browser.elements().value(target("id", "f"), LIMIT));
    List<Chord> copy = List.of(new Chord(List.of("Control", "a")), new Chord(List.of("Delete")));
    browser.keyboard().press(copy, Optional.of(target("id", "f")), LIMIT);
    assertEquals("", browser.elements().value(target("id", "f"), LIMIT));
    browser.keyboard().press(List.of(new Chord(List.of("Tab"))), Optional.empty(), LIMIT);
    browser.keyboard().press(List.of(new Chord(List.of("x"))), Optional.empty(), LIMIT);
    assertEquals("x", browser.elements().value(target("id", "g"), LIMIT));
    assertTrue(
        failure(() ->
                browser
                    .keyboard()
                    .press(List.of(new Chord(List.of("Ente"))), Optional.empty(), LIMIT))
            .startsWith("Key “Ente” not found"));
  }

  @Test
  void aFileIsAttachedToAHiddenField(@TempDir Path folder) throws IOException {
    Path file = Files.writeString(folder.resolve("photo of a bowl.txt"), "clay");
    show("<input id=f type=file hidden><p id=no>x</p>");
    browser.fields().attach(target("id", "f"), file, LIMIT);
    assertEquals("photo of a bowl.txt", browser.scripts().run("return f.files[0].name"));
    assertTrue(
        failure(() -> browser.fields().attach(target("id", "no"), file, SHORT))
            .contains("takes no files"));
  }
}
