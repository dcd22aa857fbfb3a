package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.Keys;

/** What hands do in the sheet beside typing: copying, pasting, filling, dragging, pointing. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SheetJourney {
  private static final String SORTED = "Sorted by shelves";
  private World world;
  private Screen screen;

  @BeforeAll
  void start() throws Exception {
    world = new World();
    screen = new Screen();
  }

  @AfterAll
  void stop() throws Exception {
    screen.close();
    world.close();
  }

  private void openCase() {
    screen.open(world.address() + "/cases");
    screen.press("//nav[@aria-label='Suites and documents']//a[normalize-space()='My firings']");
    screen.press("//nav[@aria-label='Suites and documents']//a[contains(., '" + SORTED + "')]");
    screen.see(cell("press", 0));
  }

  private static String cell(String keyword, int column) {
    return Screen.cell(SORTED, keyword, column);
  }

  /** Waits until the keywords of the case's steps, as saved, are these from top to bottom. */
  private void steps(String expected) {
    screen.until("the steps " + expected, () -> keywords().equals(expected));
    screen.saved();
  }

  private String keywords() {
    Object text =
        screen.script(
            "return fetch('/api/documents?path=suites/my-firings.elmt').then(r => r.json())"
                + ".then(d => fetch('/api/documents/' + d[0].id)).then(r => r.json()).then(d => d.text)");
    String own = text.toString().split("case " + SORTED)[1].split("\n\n")[0];
    return own.lines()
        .filter(line -> line.startsWith("|"))
        .map(line -> line.split("\\|")[1].strip())
        .toList()
        .toString();
  }

  @Test
  void cellsAreCopiedPastedFilledDownAndEmptied() {
    openCase();
    screen.press(cell("press", 0));
    screen.chord(Keys.SHIFT, Keys.ARROW_RIGHT);
    screen.chord(Keys.CONTROL, "c");
    screen.press(cell("expect text", 0));
    screen.chord(Keys.CONTROL, "v");
    steps("[open, press, press]");
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");

    screen.press(cell("press", 0));
    screen.chord(Keys.CONTROL, "d");
    steps("[open, open, expect text]");
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");

    screen.press(cell("expect text", 2));
    screen.keys(Keys.DELETE);
    screen.seeText("//*[@data-testid='problem-count']", "1 error");
    screen.chord(Keys.CONTROL, "z");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    steps("[open, press, expect text]");
  }

  @Test
  void aTextIsFoundAndReplacedByKeys() {
    openCase();
    screen.press(cell("press", 0));
    screen.chord(Keys.CONTROL, "f");
    screen.keys("expect text");
    screen.seeText("//*[@role='search']//*[@role='status']", " of ");
    screen.see(cell("expect text", 0) + "[@data-cursor]");
    screen.press("//*[@role='search']//input[@aria-label='Replace with']");
    screen.keys("log", Keys.ENTER);
    steps("[open, press, log]");
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");
    screen.keys(Keys.ESCAPE);
    screen.seeNo("//*[@role='search']");
    screen.press("//*[@role='radio'][normalize-space()='Text']");
    screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
    screen.chord(Keys.CONTROL, "f");
    screen.keys("expect text");
    screen.seeText("//*[@role='search']//*[@role='status']", " of ");
    screen.see("//*[@role='textbox']//*[@data-found][.='expect text']");
  }

  @Test
  void aRowIsDraggedByItsGrip() {
    openCase();
    String row = "/ancestor::div[@role='row'][1]";
    screen.drag(
        cell("expect text", 0) + row + "//*[@title='Drag to move the row']", cell("press", 0));
    steps("[open, expect text, press]");
    screen.press(cell("press", 0));
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");
  }

  @Test
  void theMenuOfARowMovesAddsAndRemoves() {
    openCase();
    screen.pressOther(cell("press", 0));
    screen.press("//*[@role='menuitem'][starts-with(normalize-space(), 'Move row up')]");
    steps("[press, open, expect text]");
    screen.pressOther(cell("press", 0));
    screen.press("//*[@role='menuitem'][starts-with(normalize-space(), 'Remove row')]");
    steps("[open, expect text]");
    screen.press(cell("open", 0));
    screen.chord(Keys.CONTROL, "z");
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");
  }

  @Test
  void aCaseMovesToAnotherSuiteAndBackAgain() {
    openCase();
    String head = "//*[@role='rowgroup'][@aria-label='case " + SORTED + "']//h2";
    screen.pressOther(head);
    screen.press("//*[@role='menuitem'][contains(., 'Move to another document')]");
    screen.press("//*[@role='dialog']//button[@aria-label='Document']");
    screen.press("//*[@role='option'][contains(., 'suites/kilns.elmt')]");
    screen.seeText("//*[@role='dialog']", "more tags: kilns");
    screen.press("//*[@role='dialog']//button[contains(., 'Move it there')]");
    screen.seeNo(head);
    screen.press("//nav[@aria-label='Suites and documents']//a[normalize-space()='Kilns']");
    screen.press("//nav[@aria-label='Suites and documents']//a[contains(., '" + SORTED + "')]");
    screen.see(head);
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    screen.press("//nav[@aria-label='Suites and documents']//a[normalize-space()='My firings']");
    screen.see("//h1[normalize-space()='My firings']");
    screen.press("(//*[@role='gridcell'][.='open'])[1]");
    screen.chord(Keys.CONTROL, "z");
    screen.see(head);
    screen.saved();
  }

  @Test
  void aKeywordIsMadeForAStepThatHasNone() {
    openCase();
    screen.press(cell("open", 0));
    screen.chord(Keys.CONTROL, Keys.ENTER);
    screen.see(cell("", 0) + "[@data-cursor]");
    screen.keys("stoke the kiln", Keys.ENTER);
    steps("[open, stoke the kiln, press, expect text]");
    screen.press(cell("stoke the kiln", 0));
    screen.seeText("//*[@role='note']", "Keyword “stoke the kiln” not found.");
    screen.pressButton("Make the keyword");
    screen.seeText("//*[@role='note']", "“stoke the kiln” is a draft");

    // It stands in a document of its own, ready to be written.
    screen.press("//nav[@aria-label='Stations']//a[normalize-space()='Keywords']");
    screen.press("//nav[@aria-label='Keywords']//a[contains(., 'stoke the kiln')]");
    screen.press("//*[@role='radio'][normalize-space()='Table']");
    screen.see("//*[@role='rowgroup'][@aria-label='keyword stoke the kiln']");

    openCase();
    screen.press(cell("stoke the kiln", 0));
    screen.chord(Keys.CONTROL, Keys.DELETE);
    steps("[open, press, expect text]");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void aLongTextEndsWhereTheNextCellIsFilledAndRunsOnWhereItIsEmpty() {
    openCase();
    name("expect text");
    screen.until("it ends in its cell", () -> roomAfter("expect text", 1) >= 0);
    name("press");
    screen.until("it runs on", () -> roomAfter("press", 1) < 0);
    screen.chord(Keys.CONTROL, "z");
    screen.chord(Keys.CONTROL, "z");
    steps("[open, press, expect text]");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  private void name(String keyword) {
    screen.press(cell(keyword, 1));
    screen.keys(Keys.ENTER);
    screen.chord(Keys.CONTROL, "a");
    screen.keys("an element whose name takes much more room than its column has", Keys.ENTER);
  }

  /** From where the text of a cell ends to the next cell; in CSS pixels. */
  private double roomAfter(String keyword, int column) {
    screen.see(cell(keyword, column));
    Object room =
        screen.script(
            """
            const cell = document.evaluate(`%s`, document, null, 9).singleNodeValue;
            const texts = [...cell.querySelectorAll('[data-ellipsis], .spill')];
            return cell.getBoundingClientRect().right - texts.at(-1).getBoundingClientRect().right;
            """
                .formatted(cell(keyword, column)));
    return ((Number) room).doubleValue();
  }

  /** Lines that took more or less room than is expected of them would move all below them. */
  @Test
  void scrollingThroughASheetFindsItAsHighAsItWasTakenFor() {
    screen.open(world.address() + "/cases/suites/firing-requests.elmt");
    screen.see("//button[normalize-space()='Read by row']");
    Object heights =
        screen.scriptLater(
            """
            const done = arguments[arguments.length - 1];
            const sheet = document.querySelector('[data-sheet]');
            const heights = [sheet.scrollHeight, sheet.clientHeight];
            const on = () => {
              if (sheet.scrollTop + sheet.clientHeight >= sheet.scrollHeight) {
                return done([...heights, sheet.scrollHeight]);
              }
              sheet.scrollTop += 300;
              requestAnimationFrame(() => requestAnimationFrame(on));
            };
            document.fonts.ready.then(on);
            """);
    List<?> found = (List<?>) heights;
    assertTrue((long) found.get(0) > 2 * (long) found.get(1), "most of it is not drawn at first");
    assertEquals(found.get(0), found.get(2));
  }

  @Test
  void oneCaseIsRunByItsButton() {
    openCase();
    screen.press(
        "//*[@role='rowgroup'][@aria-label='case "
            + SORTED
            + "']//button[contains(., 'Run 1 case')]");
    screen.see("//header[.//*[@aria-label='passed']]//h2[normalize-space()='" + SORTED + "']");
  }
}
